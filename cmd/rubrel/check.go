package main

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"os"
	"time"

	"rubrel/core/document"
	"rubrel/core/marks"
	"rubrel/core/measure"
	"rubrel/dresses"
	"rubrel/kinds"
	"rubrel/render"
)

// markLine is one mark as check prints it.
type markLine struct {
	Block    string `json:"block"`
	Check    string `json:"check"`
	Where    string `json:"where"`
	Measured string `json:"measured"`
	Needed   string `json:"needed"`
	Rule     string `json:"rule,omitempty"`
	Mend     string `json:"mend,omitempty"`
	Serious  bool   `json:"serious,omitempty"`
	Quiet    bool   `json:"quiet,omitempty"`
	Reason   string `json:"reason,omitempty"`
}

// errSerious ends check where a mark is serious and not meant so.
var errSerious = errors.New("at least one mark is serious")

// checkCommand prints every mark of a document, one JSON object a line.
func checkCommand(_ context.Context, arguments []string, out io.Writer) error {
	if len(arguments) != 1 {
		return fmt.Errorf("check SITE.json: %w", errUsage)
	}
	text, err := os.ReadFile(arguments[0])
	if err != nil {
		return err
	}
	all := kinds.All()
	site, _, err := document.Parse(text, all)
	if err != nil {
		return fmt.Errorf("%s does not fit: %w", arguments[0], err)
	}
	registry, err := dresses.Load(all)
	if err != nil {
		return err
	}
	serious := false
	encoder := json.NewEncoder(out)
	encoder.SetEscapeHTML(false)
	now := time.Now()
	found, err := marks.Several(len(site.Blocks), func(i int) (measure.Subject, error) {
		return render.Subject(site, registry, site.Blocks[i].ID, now)
	}, nil)
	if err != nil {
		return fmt.Errorf("%s: %w", arguments[0], err)
	}
	for i, block := range site.Blocks {
		for _, mark := range found[i] {
			if mark.Within != "" { // it comes with its own block
				continue
			}
			line := markLine{block.ID, mark.Check, mark.Where, mark.Measured, mark.Needed, mark.Rule, "", mark.Serious,
				mark.Quiet, mark.Reason}
			if len(mark.Mends) > 0 {
				line.Mend = mark.Mends[0].Label
			}
			serious = serious || mark.Serious && !mark.Quiet
			if err := encoder.Encode(line); err != nil {
				return err
			}
		}
	}
	if serious {
		return errSerious
	}
	return nil
}
