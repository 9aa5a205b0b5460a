// Package sample is a small site for the tests of core: a price list, boxes and figures, of kinds that have what kinds
// may have, and what they look like. Nothing of it ships.
package sample

import (
	_ "embed"
	"fmt"
	"time"

	"rubrel/core/document"
	"rubrel/core/kind"
	"rubrel/core/look"
	"rubrel/core/measure"
)

// Document is the site. Its first set is "memberships".
//
//go:embed site.json
var Document []byte

// Kinds are those of the site: "plans", "boxes" and "figures". It panics where one is not sound.
func Kinds() kind.Registry {
	var all kind.Registry
	for _, declare := range []func() (*kind.Kind, error){plans, boxes, figures} {
		k, err := declare()
		if err != nil {
			panic("sample: " + err.Error())
		}
		all = append(all, k)
	}
	return all
}

// light are the tokens that the site stands on, as a dress would have them.
var light = map[string]string{
	"ground": "#f6f4ee", "raised": "#ffffff", "ink": "#10203a", "quiet": "#566175", "line": "#dcd8cc",
	"action": "#10203a", "on-action": "#ffffff", "accent": "#f4c15d", "on-accent": "#10203a",
	"feature": "#10203a", "on-feature": "#f6f4ee", "feature-quiet": "#b4bccb", "feature-line": "#34435e",
	"feature-accent": "#f4c15d", "on-feature-accent": "#10203a", "good": "#1f6b45", "warn": "#a1420f",
	"spot-1": "#f4c15d", "spot-2": "#10203a", "spot-3": "#1f6b45", "text": "sans-serif", "display": "serif",
	"type-1": "13px", "type-2": "14px", "type-3": "15px", "type-4": "18px", "type-5": "25px", "type-6": "30px",
	"type-7": "46px", "type-8": "60px", "weight-text": "400", "weight-strong": "600", "weight-display": "500",
	"leading-tight": "1.2", "leading-text": "1.45",
	"space-0": "4px", "space-1": "8px", "space-2": "12px", "space-3": "16px", "space-4": "20px", "space-5": "28px",
	"space-6": "40px", "space-7": "56px", "space-8": "80px",
	"radius-0": "0", "radius-1": "0", "radius-2": "0", "radius-3": "2px",
	"shadow-0": "none", "shadow-1": "0 1px 2px 0 #10203a1f", "shadow-2": "0 18px 40px -18px #10203a80",
	"motion-0": "140ms", "motion-1": "220ms", "motion-2": "420ms",
}

// Cascade is a block's look on the sample's tokens.
func Cascade(site *document.Site, block string) (look.Cascade, look.Tokens, error) {
	tokens, err := look.ParseTokens(light)
	if err == nil {
		tokens, err = tokens.With(site.House.Tokens)
	}
	b, ok := site.BlockByID(block)
	if err != nil || !ok {
		return look.Cascade{}, tokens, fmt.Errorf("sample: block %q: %w", block, err)
	}
	cascade, err := site.Cascade(b)
	return cascade, tokens, err
}

// Subject is a block as its checks see it, with no fonts to measure by.
func Subject(site *document.Site, block string, now time.Time) (measure.Subject, error) {
	cascade, tokens, err := Cascade(site, block)
	if err != nil {
		return measure.Subject{}, err
	}
	b, _ := site.BlockByID(block)
	set := site.SetOf(b)
	return measure.Subject{Site: site, Block: b, Cascade: cascade, Schemes: map[string]look.Tokens{"light": tokens},
		Now: now, View: kind.View{BlockID: b.ID, Name: b.Name, Set: set.Set, Locale: site.Language, HeadingLevel: 2,
			Widths: site.Widths, Now: now, ColumnsOf: func(part string, width int) int {
				return cascade.Columns(part)[width]
			}}}, nil
}
