package main

import (
	"context"
	"encoding/json"
	"fmt"
	"io"
	"os"
	"path/filepath"
	"time"

	"rubrel/core/document"
	"rubrel/demo"
	"rubrel/dresses"
	"rubrel/kinds"
	"rubrel/render"
)

// renderCommand writes a document's release into a folder.
func renderCommand(ctx context.Context, arguments []string, out io.Writer) error {
	var source, folder string
	for i := 0; i < len(arguments); i++ {
		switch {
		case arguments[i] == "-o" && i+1 < len(arguments):
			i++
			folder = arguments[i]
		case source == "":
			source = arguments[i]
		default:
			return fmt.Errorf("render takes one document: %w", errUsage)
		}
	}
	if source == "" || folder == "" {
		return fmt.Errorf("render SITE.json -o DIR: %w", errUsage)
	}
	text, err := os.ReadFile(source)
	if err != nil {
		return err
	}
	all := kinds.All()
	site, _, err := document.Parse(text, all)
	if err != nil {
		return fmt.Errorf("%s does not fit: %w", source, err)
	}
	registry, err := dresses.Load(all)
	if err != nil {
		return err
	}
	files, err := render.Release(site, registry, time.Now())
	if err != nil {
		return fmt.Errorf("%s: %w", source, err)
	}
	for _, f := range files {
		content, err := render.Content(ctx, f, func(string) ([]byte, error) {
			return nil, fmt.Errorf("%s: the document does not bring the bytes of %s; take it from Rubrel as it is downloaded "+
				"there", source, f.Path)
		})
		if err != nil {
			return err
		}
		path := filepath.Join(folder, filepath.FromSlash(f.Path))
		if err := os.MkdirAll(filepath.Dir(path), 0o755); err != nil {
			return err
		}
		if err := os.WriteFile(path, content, 0o644); err != nil {
			return err
		}
		fmt.Fprintln(out, path)
	}
	return nil
}

// demoDocument prints the demo site.
func demoDocument(_ context.Context, _ []string, out io.Writer) error {
	_, err := out.Write(demo.Fennmoor)
	return err
}

// schema prints the JSON Schema of a document.
func schema(_ context.Context, _ []string, out io.Writer) error {
	encoder := json.NewEncoder(out)
	encoder.SetIndent("", "  ")
	encoder.SetEscapeHTML(false)
	return encoder.Encode(document.Schema(kinds.All()))
}
