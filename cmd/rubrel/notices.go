package main

import (
	"context"
	_ "embed" // the notices
	"io"
)

// noticesText is made by tools/notices.
//
//go:embed notices.txt
var noticesText string

// notices prints the licences of what ships from others.
func notices(_ context.Context, _ []string, out io.Writer) error {
	_, err := io.WriteString(out, noticesText)
	return err
}
