package kind

import (
	"time"

	"rubrel/core/dates"
	"rubrel/core/money"
)

// Numeric is a type whose values are written with numbers that may have fractions.
type Numeric interface {
	Type
	Numbers() money.Numbers
}

// Spoken is a type that reads words of a language, a BCP 47 tag, besides what Parse reads.
type Spoken interface {
	Type
	ParseIn(text, language string) (Value, error)
}

// Typing is how a person writes values. The zero value writes them as programs do, which is what String gives and Parse
// reads.
type Typing struct {
	Language string // BCP 47: numbers and days are written as there
	money.Hand
}

// Parse reads a text by a type. The error of what may be one of two says how to write either.
func (w Typing) Parse(t Type, text string) (Value, error) {
	if w.Language == "" {
		return t.Parse(text)
	}
	switch t := t.(type) {
	case Numeric:
		plain, err := money.LocaleFor(w.Language).Plain(text, t.Numbers(), w.Hand)
		if err != nil {
			return nil, err
		}
		return t.Parse(plain)
	case DateType:
		if day, err := dates.ReadIn(text, w.Language); err == nil && !w.Pasted {
			return t.Parse(day.Format(time.DateOnly))
		}
	case Spoken:
		return t.ParseIn(text, w.Language)
	}
	return t.Parse(text)
}

// Text is a value as a person types it, which Parse reads back; nil is nothing.
func (w Typing) Text(t Type, v Value) string {
	text := textOf(v)
	if text == "" || w.Language == "" {
		return text
	}
	switch t := t.(type) {
	case Numeric:
		return money.LocaleFor(w.Language).Local(text, t.Numbers())
	case DateType:
		day, _ := v.(Date)
		long := dates.Long(day.Time, w.Language)
		if read, err := dates.Read(long); err == nil && read.Equal(day.Time) {
			return long
		}
	case MomentType:
		moment, _ := v.(Moment)
		long := moment.in(w.Language)
		if read, err := t.ParseIn(long, w.Language); err == nil && read.String() == v.String() {
			return long
		}
	}
	return text
}

// Shown is Text for the eye alone.
func (w Typing) Shown(t Type, v Value) string {
	if numeric, ok := t.(Numeric); ok && v != nil && w.Language != "" {
		return money.LocaleFor(w.Language).Shown(v.String(), numeric.Numbers())
	}
	return w.Text(t, v)
}

func textOf(v Value) string {
	if v == nil {
		return ""
	}
	return v.String()
}
