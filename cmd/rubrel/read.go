package main

import (
	"context"
	"encoding/json"
	"fmt"
	"io"
	"os"

	"rubrel/core/document"
	"rubrel/core/intake"
	"rubrel/core/kind"
	"rubrel/formats/lists"
	"rubrel/kinds"
)

// readAnswer is what read prints of a list.
type readAnswer struct {
	File  string            `json:"file"`
	Set   any               `json:"set"` // as a document holds it
	Asked []intake.Question `json:"asked"`
	Left  []intake.Leftover `json:"left"`
	Notes []string          `json:"notes,omitempty"`
}

// readCommand prints what is understood of lists, a JSON object each: the set, what is asked, and what went nowhere.
func readCommand(ctx context.Context, arguments []string, out io.Writer) error {
	named := map[string]string{"--kind": "pricing", "--language": ""}
	var files []string
	for i := 0; i < len(arguments); i++ {
		if _, ok := named[arguments[i]]; ok && i+1 < len(arguments) {
			i++
			named[arguments[i-1]] = arguments[i]
			continue
		}
		files = append(files, arguments[i])
	}
	k, ok := kinds.All().Named(named["--kind"])
	if len(files) == 0 || !ok || k.Intake == nil {
		return fmt.Errorf("read FILE… [--kind pricing] [--language de]: %w", errUsage)
	}
	encoder := json.NewEncoder(out)
	encoder.SetEscapeHTML(false)
	encoder.SetIndent("", "  ")
	for _, file := range files {
		answer, err := readList(ctx, k, file, named["--language"])
		if err != nil {
			return fmt.Errorf("%s: %w", file, err)
		}
		if err := encoder.Encode(answer); err != nil {
			return err
		}
	}
	return nil
}

func readList(ctx context.Context, k *kind.Kind, file, language string) (readAnswer, error) {
	answer := readAnswer{File: file, Asked: []intake.Question{}, Left: []intake.Leftover{}}
	source, err := os.ReadFile(file)
	if err != nil {
		return answer, err
	}
	opened, err := lists.Open(ctx, k, lists.File{Body: source}, func(name string, _ []byte) (string, error) {
		return "", &kind.PictureError{Problem: "a picture is taken into a site, and there is none here"}
	})
	if err != nil {
		return answer, err
	}
	r := intake.Read(k, opened.Sheets[0].Table, intake.Options{Language: language})
	for _, other := range opened.Sheets[1:] {
		answer.Notes = append(answer.Notes, "the sheet "+other.Name+" is not read")
	}
	answer.Notes = append(append(answer.Notes, opened.Problems...), r.Notes...)
	answer.Asked = append(answer.Asked, r.Asked()...)
	answer.Left = append(answer.Left, r.Left...)
	answer.Set, err = document.SetTree(r.Set, k.Title)
	return answer, err
}
