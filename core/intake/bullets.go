package intake

import (
	"regexp"
	"slices"
	"strconv"
	"strings"

	"rubrel/core/kind"
)

// bulletPattern is how a line of a list begins; numberPattern and letterPattern one that is counted.
var (
	letterPattern = regexp.MustCompile(`^\(?([A-Za-z])[.)]\s+`)
	bulletPattern = regexp.MustCompile(`^(?:[-–—•·*‣◦▪▫●○■□►▶→»›✓✔☑]\s+|[•·‣◦▪●■✓✔☑]\s*)`)
	numberPattern = regexp.MustCompile(`^\(?([0-9]{1,3})[.):]\s+`)
)

func isBulleted(text string) bool {
	return bulletPattern.MatchString(text) || numberPattern.MatchString(text)
}

// areBulleted reports whether several lines all begin with bullets.
func areBulleted(lines []kind.PastedCell) bool {
	return len(lines) > 1 && !slices.ContainsFunc(lines, func(c kind.PastedCell) bool { return !isBulleted(c.Text) })
}

// takeBullets takes off with what all lines begin: bullets, or numbers that count them, which is noted.
func (r *reader) takeBullets(records []textRecord) (bare []textRecord, taken bool) {
	takeDashes(records)
	takeSigns(records)
	for i, record := range records {
		text := record[0].Text
		number := numberPattern.FindStringSubmatch(text)
		counts := number != nil && number[1] == strconv.Itoa(i+1)
		if letter := letterPattern.FindStringSubmatch(text); letter != nil {
			counts = strings.ToLower(letter[1]) == string(rune('a'+i))
		}
		if len(record) > 1 || !counts && !bulletPattern.MatchString(text) {
			return records, false
		}
	}
	if !bulletPattern.MatchString(records[0][0].Text) {
		r.Notes = append(r.Notes, "what counts the lines is left out: it may be said that they stay as they are")
	}
	for i := range records {
		text := records[i][0].Text
		for _, pattern := range []*regexp.Regexp{letterPattern, numberPattern, bulletPattern} {
			text = pattern.ReplaceAllString(text, "")
		}
		if text = strings.TrimSpace(text); text != "" {
			records[i][0].Text = text
		}
	}
	return records, true
}

// takeSigns takes the bullets off the lower lines of groups, where all of them begin with one sign. Of several signs
// one may mean that something is lacking.
func takeSigns(records []textRecord) {
	sign := ""
	for _, record := range records {
		below := false
		for _, c := range record[1:] {
			found := strings.TrimSpace(bulletPattern.FindString(c.Text))
			if found == "" && below || found != "" && sign != "" && found != sign {
				return
			}
			if below = below || found != ""; found != "" {
				sign = found
			}
		}
	}
	for _, record := range records {
		for i := range record[1:] {
			record[i+1].Text = bulletPattern.ReplaceAllString(record[i+1].Text, "")
		}
	}
}

// takeDashes takes the dashes off the last lines of groups that all have one there: — Ann, who said it.
func takeDashes(records []textRecord) {
	last := func(record textRecord) *kind.PastedCell { return &record[len(record)-1] }
	if slices.ContainsFunc(records, func(record textRecord) bool {
		return len(record) < 2 || !bulletPattern.MatchString(last(record).Text) || isBulleted(record[len(record)-2].Text)
	}) {
		return
	}
	for _, record := range records {
		last(record).Text = bulletPattern.ReplaceAllString(last(record).Text, "")
	}
}
