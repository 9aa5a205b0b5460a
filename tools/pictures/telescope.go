package main

import (
	"fmt"
	"strings"
)

// telescope is a reflector on its mount, in a dome at night.
func telescope() string {
	var b strings.Builder
	add := func(format string, a ...any) { fmt.Fprintf(&b, format, a...) }
	add(`<svg xmlns="http://www.w3.org/2000/svg" width="1200" height="1200" viewBox="0 0 1200 1200">` +
		`<defs><linearGradient id="sky" x2="0" y2="1"><stop stop-color="#101b33"/><stop offset="1" stop-color="#33456b"/>` +
		`</linearGradient><linearGradient id="tube" x2="0" y2="1"><stop stop-color="#f4efe4"/><stop offset=".55" ` +
		`stop-color="#d9d0bd"/><stop offset="1" stop-color="#a69b84"/></linearGradient></defs>` +
		`<rect width="1200" height="1200" fill="#23262f"/>`)
	// the slit of the dome, with the sky in it
	add(`<path d="M250 0 H1010 C1080 260 1090 520 1070 760 H190 C170 520 180 260 250 0 Z" fill="url(#sky)"/>`)
	for i := range 46 {
		x, y := 230+(i*487+31)%800, 20+(i*263+17)%690
		add(`<circle cx="%d" cy="%d" r="%.1f" fill="#fff" opacity="%.2f"/>`, x, y, 1.5+float64(i%4), 0.35+float64(i%5)*0.13)
	}
	add(`<g fill="none" stroke="#3a3f4c" stroke-width="14"><path d="M190 760 C170 520 180 260 250 0"/>` +
		`<path d="M1070 760 C1090 520 1080 260 1010 0"/></g>`)
	for i := range 6 {
		add(`<path d="M0 %d L190 %d M1200 %d L1075 %d" stroke="#2f333f" stroke-width="8"/>`, 80+i*130, 120+i*118, 80+i*130,
			120+i*118)
	}
	add(`<rect y="900" width="1200" height="300" fill="#1a1c23"/><path d="M0 900 H1200" stroke="#343945" ` +
		`stroke-width="8"/>`)
	// the pier and the fork
	add(`<path d="M520 1140 L560 760 H660 L700 1140 Z" fill="#4a5160"/><path d="M430 1140 H790 V1180 H430 Z" ` +
		`fill="#5b6373"/><circle cx="610" cy="700" r="104" fill="#5b6373"/><circle cx="610" cy="700" r="60" ` +
		`fill="#3b414d"/>` +
		`<circle cx="610" cy="700" r="22" fill="#c33d2e"/>`)
	// the counterweight
	add(`<path d="M610 700 L438 924" stroke="#7a8494" stroke-width="26"/><rect x="372" y="880" width="120" height="84" ` +
		`rx="16" fill="#7a8494" transform="rotate(-52 432 922)"/>`)
	// the tube, turned to the sky
	add(`<g transform="rotate(-38 610 600)"><rect x="180" y="490" width="860" height="210" rx="22" fill="url(#tube)"/>` +
		`<rect x="1010" y="474" width="60" height="242" rx="12" fill="#8d8471"/><rect x="150" y="474" width="66" ` +
		`height="242" rx="14" fill="#6f6757"/><rect x="470" y="474" width="40" height="242" fill="#8d8471"/>` +
		`<rect x="720" y="474" width="40" height="242" fill="#8d8471"/>` +
		`<rect x="560" y="396" width="280" height="46" rx="20" fill="#3b414d"/><rect x="820" y="388" width="36" ` +
		`height="62" ` +
		`rx="8" fill="#20242c"/><rect x="600" y="440" width="20" height="54" fill="#20242c"/><rect x="770" y="440" ` +
		`width="20" height="54" fill="#20242c"/>` +
		`<rect x="866" y="700" width="74" height="66" rx="8" fill="#3b414d"/><rect x="880" y="760" width="46" height="70" ` +
		`rx="8" fill="#20242c"/></g>`)
	// the eyepiece's light, and the desk
	add(`<rect x="880" y="930" width="230" height="26" rx="8" fill="#6d5138"/><path d="M910 956 V1150 M1080 956 V1150" ` +
		`stroke="#59422e" stroke-width="18"/><rect x="930" y="846" width="120" height="84" rx="8" fill="#20242c"/>` +
		`<rect x="940" y="856" width="100" height="62" rx="4" fill="#7c2a22"/><path d="M950 900 l20 -18 18 10 24 -26 20 " +
			"22" ` +
		`fill="none" stroke="#f0b9a8" stroke-width="5"/></svg>`)
	return b.String()
}
