package delimited

import (
	"bytes"
	"encoding/csv"
	"fmt"
)

// Write writes rows as RFC 4180 has it, in UTF-8 with a byte-order mark, by which spreadsheets know the encoding.
func Write(rows [][]string) ([]byte, error) {
	var out bytes.Buffer
	out.WriteString("\ufeff")
	w := csv.NewWriter(&out)
	w.UseCRLF = true
	if err := w.WriteAll(rows); err != nil {
		return nil, fmt.Errorf("delimited: write: %w", err)
	}
	return out.Bytes(), nil
}
