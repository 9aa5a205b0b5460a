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
	numberPattern = regexp.MustCompile(`^\(?([0-9]{1,3})([.):]?)\s+`)
)

func isBulleted(text string) bool {
	return bulletPattern.MatchString(text) || numberPattern.MatchString(text)
}

// areBulleted reports whether several lines all begin with bullets.
func areBulleted(lines []kind.PastedCell) bool {
	return len(lines) > 1 && !slices.ContainsFunc(lines, func(c kind.PastedCell) bool { return !isBulleted(c.Text) })
}

// takeBullets takes off with what all lines begin: bullets, or numbers that count them.
func (r *reader) takeBullets(records []textRecord) (bare []textRecord, taken bool) {
	takeDashes(records)
	for _, record := range records {
		if rest := record[1:]; areBulleted(rest) {
			for i := range rest {
				if number := numberPattern.FindStringSubmatch(rest[i].Text); number != nil {
					rest[i].Text = strings.TrimPrefix(rest[i].Text, number[0])
				}
				rest[i].Text = bulletPattern.ReplaceAllString(rest[i].Text, "")
			}
		}
	}
	for i, record := range records {
		text := record[0].Text
		number := numberPattern.FindStringSubmatch(text)
		counts := number != nil && number[1] == strconv.Itoa(i+1) && (number[2] != "" || r.in.Cut == nil)
		if letter := letterPattern.FindStringSubmatch(text); letter != nil {
			counts = strings.ToLower(letter[1]) == string(rune('a'+i))
		}
		if len(record) > 1 || !counts && !bulletPattern.MatchString(text) {
			return records, false
		}
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
