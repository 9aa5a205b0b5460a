package sheets

import (
	"bytes"
	"context"
	"strings"

	"golang.org/x/net/html"
	"golang.org/x/net/html/atom"

	"rubrel/formats/delimited"
)

// isPage reports whether a file is HTML with a table in it.
func isPage(file []byte) bool {
	start := bytes.TrimSpace(bytes.TrimPrefix(file, []byte("\ufeff")))
	return bytes.HasPrefix(start, []byte("<")) && bytes.Contains(bytes.ToLower(file), []byte("<table"))
}

// readPage reads the tables of a page, those that stand in a cell of another left out.
func readPage(_ context.Context, file []byte) ([]Sheet, error) {
	root, err := html.Parse(bytes.NewReader(file))
	if err != nil {
		return nil, err
	}
	var all []Sheet
	var find func(n *html.Node)
	find = func(n *html.Node) {
		if n.DataAtom == atom.Table {
			if len(all) < mostSheets {
				all = append(all, tableOf(n))
			}
			return
		}
		for child := n.FirstChild; child != nil; child = child.NextSibling {
			find(child)
		}
	}
	find(root)
	return all, nil
}

// tableOf reads one table. Its name is its caption.
func tableOf(table *html.Node) Sheet {
	var s Sheet
	var b builder
	line := 0
	var walk func(n *html.Node)
	walk = func(n *html.Node) {
		switch n.DataAtom {
		case atom.Caption:
			s.Name = wordsOf(n)
			return
		case atom.Tr:
			line++
			if line <= delimited.MostRows+1 {
				b.add(line, cellsOf(n))
			}
			return
		}
		for child := n.FirstChild; child != nil; child = child.NextSibling {
			walk(child)
		}
	}
	walk(table)
	s.Table = b.table
	return s
}

// cellsOf are the texts of a row's cells. A cell that spans columns stands in the first of them.
func cellsOf(row *html.Node) []string {
	var cells []string
	for n := row.FirstChild; n != nil; n = n.NextSibling {
		if n.DataAtom != atom.Td && n.DataAtom != atom.Th {
			continue
		}
		cells = append(cells, wordsOf(n))
		for range span(n) - 1 {
			cells = append(cells, "")
		}
		if len(cells) > delimited.MostColumns {
			break
		}
	}
	return cells
}

func span(cell *html.Node) int {
	for _, a := range cell.Attr {
		if a.Key == "colspan" {
			n := 0
			for _, digit := range a.Val {
				if digit < '0' || digit > '9' || n > delimited.MostColumns {
					break
				}
				n = 10*n + int(digit-'0')
			}
			return max(1, min(n, delimited.MostColumns))
		}
	}
	return 1
}

// wordsOf is the text of an element, with what is drawn instead of words by its alternative.
func wordsOf(n *html.Node) string {
	var out strings.Builder
	var walk func(n *html.Node)
	walk = func(n *html.Node) {
		switch {
		case n.Type == html.TextNode:
			out.WriteString(n.Data)
		case n.DataAtom == atom.Script || n.DataAtom == atom.Style:
			return
		case n.DataAtom == atom.Img:
			for _, a := range n.Attr {
				if a.Key == "alt" {
					out.WriteString(a.Val)
				}
			}
		case n.DataAtom == atom.Br || n.DataAtom == atom.Li || n.DataAtom == atom.P:
			out.WriteString("\n")
		}
		for child := n.FirstChild; child != nil; child = child.NextSibling {
			walk(child)
		}
	}
	walk(n)
	var lines []string
	for text := range strings.SplitSeq(out.String(), "\n") {
		if text = strings.Join(strings.Fields(text), " "); text != "" {
			lines = append(lines, text)
		}
	}
	return strings.Join(lines, "\n")
}
