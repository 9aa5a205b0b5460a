package chromium

import (
	"context"
	"encoding/json"
	"strings"

	"github.com/chromedp/cdproto/accessibility"
	"github.com/chromedp/cdproto/cdp"
	"github.com/chromedp/cdproto/page"
	"github.com/chromedp/chromedp"
)

// Tree is the page's accessibility tree: a line for each element that is not ignored, with its role, how the page
// describes that, its name, and the states among true, false and mixed that it has, as checked=true.
func (b *Browser) Tree() string {
	b.t.Helper()
	var out strings.Builder
	b.Run(chromedp.Func(func(ctx context.Context, target *chromedp.Target) error {
		tree, err := cdp.Call(ctx, target, accessibility.GetFullAXTree, accessibility.GetFullAXTreeParams{})
		if err != nil {
			return err
		}
		for _, node := range tree.Nodes {
			if node.Ignored || node.Role == nil {
				continue
			}
			words := []string{said(node.Role), "", said(node.Name)}
			for _, property := range node.Properties {
				switch property.Name {
				case "roledescription":
					words[1] = said(property.Value)
				case "checked", "selected", "expanded", "pressed", "disabled":
					words = append(words, string(property.Name)+"="+said(property.Value))
				}
			}
			out.WriteString(strings.Join(strings.Fields(strings.Join(words, " ")), " ") + "\n")
		}
		return nil
	}))
	return out.String()
}

// said is a value of the tree as a text.
func said(v *accessibility.Value) string {
	if v == nil || v.Value == nil {
		return ""
	}
	var text any
	if json.Unmarshal([]byte(v.Value), &text) != nil {
		return ""
	}
	switch text := text.(type) {
	case string:
		return text
	case bool:
		if text {
			return "true"
		}
		return "false"
	}
	return string(v.Value)
}

// OnLoad runs a script in every page loaded from now on, before any of its own.
func (b *Browser) OnLoad(script string) {
	b.t.Helper()
	b.Run(chromedp.Func(func(ctx context.Context, target *chromedp.Target) error {
		_, err := cdp.Call(ctx, target, page.AddScriptToEvaluateOnNewDocument,
			page.AddScriptToEvaluateOnNewDocumentParams{Source: script})
		return err
	}))
}
