package main

import (
	"fmt"
	"math"
	"strings"
)

// sitter is somebody who does not exist, as a portrait shows them.
type sitter struct {
	name              string
	ground, motif     string // colours of the wall, and of what is on it
	skin, hair, cloth string
	second            string // colour of a scarf, a collar, a cap
	style             string // of the hair
	wears             string
	wide              float64 // of the head, in px
	glasses, smiles   bool
	beard             string // its colour; "" for none
	freckles          bool
	wall              string // what is on the wall
}

var sitters = []sitter{
	{name: "maren", ground: "#e7d9c4", motif: "#d5c0a1", skin: "#f0c8a4", hair: "#8a4b2a", cloth: "#1f3a4d",
		second: "#d9a441", style: "bun", wears: "scarf", wide: 300, smiles: true, freckles: true, wall: "moon"},
	{name: "oskar", ground: "#c9d6d2", motif: "#aebfb9", skin: "#e8b48e", hair: "#3a2c25", cloth: "#6b2f2a",
		second: "#f3ead9", style: "side", wears: "collar", wide: 312, glasses: true, beard: "#3a2c25", wall: "stars"},
	{name: "adaeze", ground: "#f0c987", motif: "#e2b267", skin: "#7a4a2e", hair: "#201612", cloth: "#2e5d4f",
		second: "#f6efe2", style: "curls", wears: "crew", wide: 290, smiles: true, wall: "arcs"},
	{name: "ruth", ground: "#cfc8dc", motif: "#b6adc9", skin: "#f2d2b6", hair: "#d9d4cc", cloth: "#3f3a5c",
		second: "#e9e2f2", style: "bob", wears: "collar", wide: 286, glasses: true, smiles: true, wall: "orbit"},
	{name: "jonas", ground: "#b9cbe0", motif: "#9cb4d0", skin: "#efc19b", hair: "#c98a3d", cloth: "#e3e7ea",
		second: "#2a4a6b", style: "cap", wears: "hood", wide: 304, smiles: true, beard: "#c98a3d", wall: "stars"},
	{name: "leila", ground: "#dcb8a8", motif: "#caa08d", skin: "#c98f66", hair: "#2a1b17", cloth: "#7c3b46",
		second: "#f2dfd2", style: "veil", wears: "crew", wide: 280, smiles: true, wall: "arcs"},
	{name: "tomasz", ground: "#d3d9c0", motif: "#bcc5a2", skin: "#f1c7a7", hair: "#b9b3aa", cloth: "#4b5a34",
		second: "#eef0e4", style: "bald", wears: "scarf", wide: 316, beard: "#b9b3aa", wall: "moon"},
	{name: "yuki", ground: "#bfd8d8", motif: "#a1c3c3", skin: "#f3d3b0", hair: "#1c1a1f", cloth: "#d8563f",
		second: "#fff4ea", style: "long", wears: "crew", wide: 282, glasses: true, wall: "orbit"},
	{name: "ines", ground: "#f2ddd0", motif: "#e3c3b0", skin: "#a8693f", hair: "#38221a", cloth: "#f4f0e8",
		second: "#355c7d", style: "tail", wears: "hood", wide: 288, smiles: true, freckles: true, wall: "stars"},
}

// The middle of the picture, and where the chin ends.
const middle, headAt = 480.0, 520.0

func (s sitter) svg() string {
	var b strings.Builder
	add := func(format string, a ...any) { fmt.Fprintf(&b, format, a...) }
	add(`<svg xmlns="http://www.w3.org/2000/svg" width="960" height="1200" viewBox="0 0 960 1200">`)
	add(`<rect width="960" height="1200" fill="%s"/>`, s.ground)
	s.onWall(add)
	s.behind(add)
	s.body(add)
	s.head(add)
	s.front(add)
	add("</svg>")
	return b.String()
}

// onWall draws what is on the wall behind.
func (s sitter) onWall(add func(string, ...any)) {
	switch s.wall {
	case "moon":
		add(`<circle cx="760" cy="230" r="120" fill="%s"/><circle cx="716" cy="204" r="104" fill="%s"/>`, s.motif, s.ground)
	case "stars":
		for i := range 14 {
			x, y := float64((i*397+90)%960), float64((i*233+60)%760)
			add(`<path d="M%g %g q4 22 26 26 q-22 4 -26 26 q-4 -22 -26 -26 q22 -4 26 -26" fill="%s"/>`, x, y, s.motif)
		}
	case "arcs":
		for i := range 5 {
			add(`<circle cx="120" cy="1000" r="%d" fill="none" stroke="%s" stroke-width="26"/>`, 260+i*150, s.motif)
		}
	case "orbit":
		for i := range 4 {
			add(`<ellipse cx="480" cy="520" rx="%d" ry="%d" fill="none" stroke="%s" stroke-width="8" `+
				`transform="rotate(-24 480 520)"/>`, 380+i*90, 210+i*70, s.motif)
		}
		add(`<circle cx="846" cy="250" r="30" fill="%s"/><circle cx="130" cy="700" r="18" fill="%s"/>`, s.motif, s.motif)
	}
}

// behind draws the hair that falls behind the shoulders.
func (s sitter) behind(add func(string, ...any)) {
	half := s.wide / 2
	switch s.style {
	case "long":
		add(`<path d="M%g %g C%g 180 %g 180 %g %g L%g 900 L%g 900 Z" fill="%s"/>`, middle-half-60, headAt,
			middle-half-40, middle+half+40, middle+half+60, headAt, middle+half+80, middle-half-80, s.hair)
	case "curls":
		for i := range 15 {
			angle := math.Pi * (0.92 + float64(i)/14*1.16)
			add(`<circle cx="%.0f" cy="%.0f" r="74" fill="%s"/>`, middle+math.Cos(angle)*(half+48),
				headAt-70+math.Sin(angle)*215, s.hair)
		}
	case "bun":
		add(`<circle cx="%g" cy="252" r="82" fill="%s"/>`, middle+16, s.hair)
	case "tail":
		add(`<path d="M%g 330 C%g 360 %g 620 %g 800 C%g 760 %g 560 %g 420 Z" fill="%s"/>`, middle+half-30,
			middle+half+190, middle+half+130, middle+half+60, middle+half+30, middle+half+10, middle+half-20, s.hair)
	case "veil":
		add(`<path d="M%g %g C%g 150 %g 150 %g %g C%g 760 %g 900 %g 980 L%g 980 C%g 900 %g 760 %g %g Z" fill="%s"/>`,
			middle-half-70, headAt, middle-half-60, middle+half+60, middle+half+70, headAt, middle+half+60,
			middle+half+120, middle+half+150, middle-half-150, middle-half-120, middle-half-60, middle-half-70, headAt,
			s.second)
	}
}

// body draws neck, shoulders and what is worn.
func (s sitter) body(add func(string, ...any)) {
	shade := "#00000022"
	add(`<path d="M120 1200 C120 980 250 910 400 880 L560 880 C710 910 840 980 840 1200 Z" fill="%s"/>`, s.cloth)
	add(`<path d="M%g 640 h150 v230 q-75 86 -150 0 Z" fill="%s"/><path d="M%g 700 q75 92 150 0 v46 q-75 84 -150 0 Z" `+
		`fill="%s"/>`, middle-75, s.skin, middle-75, shade)
	switch s.wears {
	case "scarf":
		add(`<path d="M330 850 q150 110 300 0 q46 48 14 108 q-164 92 -328 0 q-32 -60 14 -108 Z" fill="%s"/>`+
			`<path d="M560 930 l96 12 -20 258 h-104 Z" fill="%s"/><path d="M350 900 q130 84 262 0" fill="none" stroke="%s" `+
			`stroke-width="6"/>`, s.second, s.second, shade)
	case "collar":
		add(`<path d="M404 868 L480 960 L390 1010 L330 900 Z" fill="%s"/><path d="M556 868 L480 960 L570 1010 L630 900 Z" `+
			`fill="%s"/><path d="M480 960 V1200" stroke="%s" stroke-width="6"/>`, s.second, s.second, shade)
	case "hood":
		add(`<path d="M300 930 C330 820 400 840 480 950 C560 840 630 820 660 930 C600 1010 540 1000 480 970 C420 1000 360 `+
			`1010 300 930 Z" fill="%s"/><path d="M438 985 v110 M522 985 v110" stroke="%s" stroke-width="10" `+
			`stroke-linecap="round"/>`, s.second, s.second)
	default:
		add(`<path d="M392 874 q88 104 176 0" fill="none" stroke="%s" stroke-width="26"/>`, s.second)
	}
}

// head draws the face.
func (s sitter) head(add func(string, ...any)) {
	half := s.wide / 2
	if s.style != "veil" {
		for _, x := range []float64{middle - half, middle + half} {
			add(`<ellipse cx="%g" cy="540" rx="26" ry="42" fill="%s"/>`, x, s.skin)
		}
	}
	add(`<path d="M%g 470 C%g 270 %g 270 %g 470 C%g 640 %g 740 %g 740 C%g 740 %g 640 %g 470 Z" fill="%s"/>`,
		middle-half, middle-half, middle+half, middle+half, middle+half, middle+86, middle, middle-86, middle-half,
		middle-half, s.skin)
	if s.beard != "" {
		add(`<path d="M%g 560 C%g 700 %g 780 %g 780 C%g 780 %g 700 %g 560 C%g 640 %g 628 %g 622 C%g 628 %g 640 %g 560 Z" `+
			`fill="%s"/>`, middle-half+2, middle-half+14, middle-90, middle, middle+90, middle+half-14, middle+half-2,
			middle+half-30, middle+70, middle, middle-70, middle-half+30, middle-half+2, s.beard)
	}
	ink := "#2b2020"
	for _, side := range []float64{-1, 1} {
		x := middle + side*64
		if s.smiles && !s.glasses {
			add(`<path d="M%g 532 q22 -26 44 0" fill="none" stroke="%s" stroke-width="9" stroke-linecap="round"/>`, x-22, ink)
		} else {
			add(`<circle cx="%g" cy="528" r="11" fill="%s"/>`, x, ink)
		}
		add(`<path d="M%g 484 q28 -20 56 -4" fill="none" stroke="%s" stroke-width="10" stroke-linecap="round" `+
			`transform="translate(%g 0) scale(%g 1) translate(%g 0)"/>`, -28.0, browOf(s), x, -side, 0.0)
		add(`<circle cx="%g" cy="600" r="30" fill="#e0563b" opacity=".16"/>`, middle+side*92)
	}
	add(`<path d="M480 540 q-22 52 -4 62 q10 6 22 0" fill="none" stroke="#00000055" stroke-width="7" ` +
		`stroke-linecap="round"/>`)
	mouth := "#9c3f38"
	if s.smiles {
		add(`<path d="M430 644 q50 52 100 0 q-50 14 -100 0 Z" fill="%s"/>`, mouth)
	} else {
		add(`<path d="M440 656 q40 18 80 0" fill="none" stroke="%s" stroke-width="9" stroke-linecap="round"/>`, mouth)
	}
	if s.freckles {
		for i := range 9 {
			add(`<circle cx="%d" cy="%d" r="3.6" fill="#9c5a34" opacity=".6"/>`, 396+(i*41)%170, 576+(i*17)%30)
		}
	}
}

func browOf(s sitter) string {
	if s.style == "veil" || s.style == "cap" || s.style == "bald" {
		return "#4a3830"
	}
	return s.hair
}

// front draws the hair over the forehead, caps and glasses.
func (s sitter) front(add func(string, ...any)) {
	half := s.wide / 2
	crown := func(low float64, fill string) {
		add(`<path d="M%g %g C%g 236 %g 236 %g %g C%g 400 %g 372 %g 372 C%g 372 %g 400 %g %g Z" fill="%s"/>`, middle-half-8,
			low, middle-half-22, middle+half+22, middle+half+8, low, middle+half-20, middle+90, middle, middle-90,
			middle-half+20, middle-half-8, low, fill)
	}
	switch s.style {
	case "bun", "tail", "long":
		crown(500, s.hair)
	case "side":
		add(`<path d="M%g 480 C%g 220 %g 190 %g 470 C%g 420 %g 380 420 386 C380 400 %g 430 %g 480 Z" fill="%s"/>`,
			middle-half-8, middle-half-40, middle+half+60, middle+half+8, middle+half-10, middle+60, middle-half+16,
			middle-half-8, s.hair)
	case "curls":
		for i := range 7 {
			add(`<circle cx="%.0f" cy="%.0f" r="46" fill="%s"/>`, middle-half+10+float64(i)*(s.wide-20)/6,
				372-40*math.Sin(float64(i)/6*math.Pi), s.hair)
		}
	case "bob":
		add(`<path d="M%g 690 C%g 220 %g 220 %g 690 C%g 700 %g 660 %g 470 C560 440 500 400 470 372 C430 430 380 450 `+
			`%g 470 C%g 660 %g 700 %g 690 Z" fill="%s"/>`, middle-half-44, middle-half-90, middle+half+90, middle+half+44,
			middle+half, middle+half-16, middle+half-22, middle-half+22, middle-half+16, middle-half, middle-half-44, s.hair)
	case "cap":
		add(`<path d="M%g 446 C%g 210 %g 210 %g 446 Z" fill="%s"/><rect x="%g" y="408" width="%g" height="64" rx="26" `+
			`fill="%s"/><circle cx="480" cy="244" r="42" fill="%s"/>`, middle-half-6, middle-half-10, middle+half+10,
			middle+half+6, s.second, middle-half-18, s.wide+36, s.second, s.cloth)
		add(`<rect x="%g" y="408" width="%g" height="64" rx="26" fill="#ffffff22"/>`, middle-half-18, s.wide+36)
	case "bald":
		for _, side := range []float64{-1, 1} {
			add(`<ellipse cx="%g" cy="470" rx="20" ry="56" fill="%s"/>`, middle+side*(half-2), s.hair)
		}
	case "veil":
		add(`<path d="M%g 480 C%g 210 %g 210 %g 480 C%g 380 %g 340 480 340 C%g 340 %g 380 %g 480 Z" fill="%s"/>`+
			`<path d="M%g 700 C390 860 570 860 %g 700 C%g 900 %g 930 480 940 C%g 930 %g 900 %g 700 Z" fill="%s"/>`,
			middle-half-30, middle-half-30, middle+half+30, middle+half+30, middle+half-16, middle+100, middle-100,
			middle-half+16, middle-half-30, s.second, middle-half-20, middle+half+20, middle+half+30, middle+90, middle-90,
			middle-half-30, middle-half-20, s.second)
	}
	if s.glasses {
		add(`<g fill="#ffffff33" stroke="#2b2020" stroke-width="8"><circle cx="%g" cy="530" r="50"/>`+
			`<circle cx="%g" cy="530" r="50"/><path d="M%g 524 q14 -14 28 0 M%g 520 L%g 506 M%g 520 L%g 506" fill="none"/></g>`,
			middle-64, middle+64, middle-14, middle-114, middle-half+4, middle+114, middle+half-4)
	}
}
