package kind

import (
	"encoding/json"
	"errors"
	"fmt"
	"strings"
	"time"
	_ "time/tzdata" // so that a time zone has the same rules on every machine

	"rubrel/core/dates"
)

// Date is a day of the calendar. The zero value is none.
type Date struct{ time.Time }

func (d Date) String() string {
	if d.IsZero() {
		return ""
	}
	return d.Format(time.DateOnly)
}

// MarshalJSON writes a JSON string.
func (d Date) MarshalJSON() ([]byte, error) { return json.Marshal(d.String()) }

// DateType reads days as people write them; documents hold them as ISO 8601 does.
type DateType struct{}

// Parse reads "2026-11-24", "24.11.2026" or "24 November 2026".
func (DateType) Parse(text string) (Value, error) {
	t, err := dates.Read(text)
	if errors.Is(err, dates.ErrAmbiguous) {
		return nil, fmt.Errorf("%q may be one of two days: write it as 2026-11-24", shorten(text))
	}
	if err != nil || t.Year() < 1900 || t.Year() > 2999 {
		return nil, fmt.Errorf("%q is not a day: write it as 2026-11-24", shorten(text))
	}
	return Date{t}, nil
}

// Decode reads a JSON string.
func (t DateType) Decode(held any) (Value, error) { return DecodeText(t, held) }

// Schema is an ISO 8601 date.
func (DateType) Schema() Schema { return Schema{"type": "string", "format": "date"} }

// Editor sets a day right.
func (DateType) Editor() Editor { return Editor{Align: Right} }

// Moment is a minute in a time zone.
type Moment struct {
	At   time.Time // in its zone
	zone string
}

const momentLayout = "2006-01-02 15:04"

func (m Moment) String() string { return m.At.Format(momentLayout) + " " + m.zone }

// MarshalJSON writes a JSON string.
func (m Moment) MarshalJSON() ([]byte, error) { return json.Marshal(m.String()) }

// MomentType reads minutes with the name of their time zone in the IANA database.
type MomentType struct{}

// Parse reads "2026-12-31 23:59 Europe/Dublin" or "… UTC". A day without a time is its last minute.
func (MomentType) Parse(text string) (Value, error) {
	words := strings.Fields(text)
	if len(words) == 2 {
		words = []string{words[0], "23:59", words[1]}
	}
	wrong := fmt.Errorf("%q is not a moment: write a day, a time and a time zone, such as 2026-12-31 23:59 Europe/Dublin",
		shorten(text))
	if len(words) != 3 || words[2] == "Local" {
		return nil, wrong
	}
	zone, err := time.LoadLocation(words[2])
	if err != nil {
		return nil, fmt.Errorf("there is no time zone %q: write one of the IANA database, such as Europe/Dublin, or UTC",
			shorten(words[2]))
	}
	at, err := time.ParseInLocation(momentLayout, words[0]+" "+words[1], zone)
	if err != nil || at.Year() < 1900 || at.Year() > 2999 {
		return nil, wrong
	}
	return Moment{at, words[2]}, nil
}

// ParseIn reads a moment whose day is written as in a language, too: "31. Dezember 2026 23:59 Europe/Berlin".
func (t MomentType) ParseIn(text, language string) (Value, error) {
	v, err := t.Parse(text)
	words := strings.Fields(text)
	if err == nil || len(words) < 3 {
		return v, err
	}
	end := len(words) - 1
	if strings.Contains(words[end-1], ":") {
		end--
	}
	day, wrong := dates.ReadIn(strings.Join(words[:end], " "), language)
	if wrong != nil {
		return nil, err
	}
	return t.Parse(strings.Join(append([]string{day.Format(time.DateOnly)}, words[end:]...), " "))
}

// in is the moment with its day as a language writes it.
func (m Moment) in(language string) string {
	return dates.Long(m.At, language) + m.At.Format(" 15:04 ") + m.zone
}

// Decode reads a JSON string.
func (t MomentType) Decode(held any) (Value, error) { return DecodeText(t, held) }

// Schema is the pattern of what String writes.
func (MomentType) Schema() Schema {
	return Schema{"type": "string", "pattern": `^[0-9]{4}-[0-9]{2}-[0-9]{2} [0-9]{2}:[0-9]{2} [A-Za-z0-9_+/-]{1,40}$`}
}

// Editor sets a moment left.
func (MomentType) Editor() Editor { return Editor{Align: Left} }

// NewMoment is a time in another moment's zone.
func NewMoment(at time.Time, like Moment) Moment { return Moment{at.In(like.At.Location()), like.zone} }
