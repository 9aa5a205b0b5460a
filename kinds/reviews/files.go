package reviews

import (
	"bytes"
	"errors"
	"fmt"

	"rubrel/core/kind"
	"rubrel/core/richtext"
	"rubrel/formats/reviews"
)

// savedPages are pages and feeds with reviews in them, as a browser saves them.
var savedPages = kind.FileFormat{Name: "pages and feeds with reviews",
	Extensions: []string{".html", ".htm", ".xml", ".rss", ".atom", ".json", ".jsonld"},
	Is: func(file []byte) bool {
		start := bytes.TrimSpace(bytes.TrimPrefix(file, []byte("\ufeff")))
		return len(start) > 0 && (start[0] == '<' || start[0] == '{' || start[0] == '[')
	},
	Table: func(file []byte, address string, _ kind.KeepPicture) (rows [][]string, problems []string, err error) {
		// Addresses that are said from where the page stood lead nowhere without it, and are left out.
		page, err := reviews.Read(file, address)
		if err != nil {
			return nil, nil, err
		}
		if len(page.Reviews) == 0 {
			if bytes.Contains(bytes.ToLower(file), []byte("<table")) {
				return nil, nil, nil // its reviews may stand in a table
			}
			return nil, nil, errors.New("this page says no reviews to machines (JSON-LD or microdata of schema.org, Atom, " +
				"RSS): copy the reviews as they are shown, or their table")
		}
		rows = [][]string{{"name", ratingField.Name, "text", dateField.Name, "original", languageField.Name}}
		for _, r := range page.Reviews {
			rows = append(rows, []string{r.Name, r.Rating, richtext.Escape(r.Text), r.Date, r.Link, r.Language})
		}
		if page.Left > 0 {
			problems = append(problems, fmt.Sprintf("%d reviews of the page say nothing that could be shown", page.Left))
		}
		return rows, problems, nil
	}}
