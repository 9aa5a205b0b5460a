package reviews

import (
	"fmt"
	"strings"
	"time"
	"unicode"

	"rubrel/core/kind"
	"rubrel/core/money"
	"rubrel/core/rating"
	"rubrel/core/richtext"
)

// check finds what is doubtful in a set of reviews. Needs are common practice.
func check(set kind.Set, at kind.Scene) []kind.Finding {
	found := claims(set)
	found = append(found, scores(set)...)
	found = append(found, texts(set, at)...)
	return append(found, best(set)...)
}

// claims finds an average or a number of reviews that these do not bear out.
func claims(set kind.Set) []kind.Finding {
	var found []kind.Finding
	t := tallyOf(set)
	claimed, averaged := set.Facts[averageField.Name].(score)
	count, counted := set.Facts[countField.Name].(kind.Whole)
	if averaged && t.Count > 0 && (!counted || int64(count) <= t.Count) {
		if got, given := rating.Shown(claimed.On(t.Scale)), rating.Shown(t.Average()); got.Cmp(given) != 0 {
			found = append(found, kind.Finding{Check: "average", Where: averageField.Label, Key: averageField.Name,
				Measured: got.String() + " is shown", Needed: given.String() + ", as the reviews give", Serious: true,
				Mend: &kind.Mend{Label: "computed from the reviews", Facts: []kind.FactEdit{{Key: averageField.Name}}}})
		}
	}
	if n := int64(len(set.Records)); counted && int64(count) > n {
		found = append(found, kind.Finding{Check: "fewer", Where: countField.Label, Key: countField.Name,
			Measured: fmt.Sprintf("%d of %d are here", n, count), Needed: "all, or a link to where the others are"})
	}
	return found
}

// scores finds ratings above the scale, and reviews without one where most have one.
func scores(set kind.Set) []kind.Finding {
	var found []kind.Finding
	scale, given := scaleOf(set), tallyOf(set).Count
	for _, r := range set.Records {
		s, ok := scoreOf(set, r)
		name := set.NameOf(r)
		if !ok && 2*given > int64(len(set.Records)) {
			found = append(found, kind.Finding{Check: "rating", Where: name, Record: r.ID, Key: ratingField.Name,
				Measured: "no rating", Needed: "one, as the others have"})
		}
		if ok && s.Of == 0 && s.Points.Cmp(money.NewDecimal(scale, 0)) > 0 {
			found = append(found, kind.Finding{Check: "rating", Where: name, Record: r.ID, Key: ratingField.Name, Serious: true,
				Measured: s.String(), Needed: fmt.Sprintf("at most %d, or its own scale: %s/10", scale, s)})
		}
	}
	return found
}

// old is from when on a review is an old one.
const old = 365 * 24 * time.Hour

// texts finds reviews that are old, cut off, or there twice.
func texts(set kind.Set, at kind.Scene) []kind.Finding {
	var found []kind.Finding
	seen := map[string]string{}
	for _, r := range set.Records {
		name := set.NameOf(r)
		of := func(check, key, measured, needed string) {
			found = append(found, kind.Finding{Check: check, Where: name, Record: r.ID, Key: key, Measured: measured,
				Needed: needed})
		}
		if day, ok := set.Said(r, dateField.Name).(kind.Date); ok && at.Now.Sub(day.Time) > old {
			of("old", dateField.Name, fmt.Sprintf("%d days", int(at.Now.Sub(day.Time).Hours()/24)), "younger than a year")
		}
		said := strings.Join(strings.Fields(richtext.Plain(kind.Text(r.Facts, textPart))), " ")
		if said == "" {
			if _, rated := scoreOf(set, r); rated {
				of("stars alone", textPart, "stars without a text", "a few words")
			}
			continue
		}
		if cut(said) {
			of("cut", textPart, "it ends in a word: …"+tail(said), "the whole text")
		}
		key := strings.ToLower(said)
		if first, ok := seen[key]; ok {
			of("twice", textPart, "the text of "+first, "a review once")
			continue
		}
		seen[key] = name
	}
	return found
}

// cut reports whether a text ends in the middle of a word, as feeds cut them: a letter, then an ellipsis.
func cut(said string) bool {
	for _, dots := range []string{"…", "..."} {
		if before, ok := strings.CutSuffix(said, dots); ok && before != "" {
			last := []rune(before)
			return unicode.IsLetter(last[len(last)-1])
		}
	}
	return false
}

// tail is the end of a text.
func tail(said string) string {
	const shown = 16
	runes := []rune(said)
	return string(runes[max(0, len(runes)-shown):])
}

// best finds a choice of the best alone: some of all that there are, and none of them below the average of all.
func best(set kind.Set) []kind.Finding {
	claimed, averaged := set.Facts[averageField.Name].(score)
	count, counted := set.Facts[countField.Name].(kind.Whole)
	t := tallyOf(set)
	const few = 4 // of which none need be below
	if !averaged || !counted || t.Count < few || int64(count) <= t.Count {
		return nil
	}
	for _, r := range set.Records {
		if s, ok := scoreOf(set, r); ok && s.On(t.Scale).Cmp(claimed.On(t.Scale)) < 0 {
			return nil
		}
	}
	return []kind.Finding{{Check: "best", Where: "the choice of reviews", Key: averageField.Name, Aside: true,
		Measured: fmt.Sprintf("%d of %d, none below their average of %s", t.Count, count,
			rating.Shown(claimed.On(t.Scale))), Needed: "some of the others, too"}}
}
