// Fallbacks measures the fonts that visitors' systems have, by fonts of the same measures from npm packages, and writes
// dresses/fonts/fallbacks.json. Usage: fallbacks NODE_MODULES
package main

import (
	"encoding/json"
	"fmt"
	"os"
	"path/filepath"

	"rubrel/core/typeset"
	"rubrel/dresses"
)

// system is a family that systems have: the names by which CSS finds it there, regular and bold, and the package whose
// font has its measures.
type system struct {
	Name          string
	Generic       string
	Regular, Bold []string
	pack          string
}

var systems = []system{
	{"Arial", "sans-serif", []string{"Arial", "ArialMT", "Liberation Sans", "LiberationSans", "Arimo"},
		[]string{"Arial Bold", "Arial-BoldMT", "Liberation Sans Bold", "LiberationSans-Bold", "Arimo Bold"}, "arimo"},
	{"Roboto", "sans-serif", []string{"Roboto", "Roboto-Regular"}, []string{"Roboto Bold", "Roboto-Bold"}, "roboto"},
	{"DejaVu", "sans-serif", []string{"DejaVu Sans", "DejaVuSans"}, []string{"DejaVu Sans Bold", "DejaVuSans-Bold"},
		"dejavu-sans"},
	{"Noto", "sans-serif", []string{"Noto Sans", "NotoSans-Regular", "NotoSans"}, []string{"Noto Sans Bold",
		"NotoSans-Bold"}, "noto-sans"},
	{"Times", "serif", []string{"Times New Roman", "TimesNewRomanPSMT", "Liberation Serif", "LiberationSerif", "Tinos"},
		[]string{"Times New Roman Bold", "TimesNewRomanPS-BoldMT", "Liberation Serif Bold", "LiberationSerif-Bold",
			"Tinos Bold"}, "tinos"},
	{"Noto", "serif", []string{"Noto Serif", "NotoSerif-Regular", "NotoSerif"}, []string{"Noto Serif Bold",
		"NotoSerif-Bold"}, "noto-serif"},
	{"DejaVu", "serif", []string{"DejaVu Serif", "DejaVuSerif"}, []string{"DejaVu Serif Bold", "DejaVuSerif-Bold"},
		"dejavu-serif"},
}

func main() {
	if len(os.Args) != 2 {
		fmt.Fprintln(os.Stderr, "usage: fallbacks NODE_MODULES")
		os.Exit(2)
	}
	if err := write(os.Args[1]); err != nil {
		fmt.Fprintln(os.Stderr, "fallbacks:", err)
		os.Exit(1)
	}
}

func write(modules string) error {
	var table []dresses.Local
	for _, s := range systems {
		for _, weight := range []int{400, 700} {
			file, err := os.ReadFile(filepath.Join(modules, "@fontsource", s.pack, "files",
				fmt.Sprintf("%s-latin-%d-normal.woff", s.pack, weight)))
			if err != nil {
				return err
			}
			var book typeset.Book
			if err := book.Add(s.Name, weight, file); err != nil {
				return err
			}
			m := dresses.Local{Name: s.Name, Generic: s.Generic, Bold: weight == 700, Locals: s.Regular,
				Metrics: book.Metrics(book.Find([]string{s.Name}, weight))}
			if m.Bold {
				m.Locals = s.Bold
			}
			table = append(table, m)
		}
	}
	return json.NewEncoder(os.Stdout).Encode(table)
}
