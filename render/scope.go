package render

import (
	"crypto/sha256"
	"encoding/hex"
	"regexp"
	"slices"
	"strings"
	"sync"

	"github.com/tdewolff/parse/v2"
	"github.com/tdewolff/parse/v2/css"

	"rubrel/core/kind"
	"rubrel/core/look"
)

// contentClass is a class made of a content: what differs has another class. Rules and scripts reach an element by the
// class of their own content only, so that blocks of other sites, of other versions of Rubrel, and the same block again
// stand on one page as each stands alone.
func contentClass(content string) string {
	sum := sha256.Sum256([]byte(content))
	return look.ClassPrefix + "x" + hex.EncodeToString(sum[:4])
}

// rootSelector is how the style sheets of this folder write the element of a block, until they get its class.
var rootSelector = regexp.MustCompile(`\.rb([^\w-])`)

// rooted gives a style sheet of this folder the class of the blocks that it is for.
func rooted(sheet, class string) string { return rootSelector.ReplaceAllString(sheet, "."+class+"$1") }

// formSheet is a style sheet of forms, confined to the blocks that have its class.
type formSheet struct{ class, css string }

// formSheets is a table of what has been confined: there are a few sheets, and each rendering asks for them.
var formSheets sync.Map

// scoped confines a style sheet to the blocks that need it: every selector begins at the sheet's class, with no more
// specificity than before.
func scoped(sheet string) formSheet {
	if done, ok := formSheets.Load(sheet); ok {
		return done.(formSheet)
	}
	f := formSheet{class: contentClass(sheet)}
	var out strings.Builder
	scopeInto(&out, tokensOf(sheet), ":where(."+f.class+") ")
	f.css = out.String()
	formSheets.Store(sheet, f)
	return f
}

// sheetsOf are a form's style sheets. On a page of Rubrel's own, forms share those that they have in common, in one
// order. Elsewhere a sheet may come again after one that builds on it: there all of a form's are one.
func sheetsOf(form kind.Form, anywhere bool) []formSheet {
	if anywhere {
		return []formSheet{scoped(strings.Join(form.CSS, "\n"))}
	}
	sheets := make([]formSheet, len(form.CSS))
	for i, sheet := range form.CSS {
		sheets[i] = scoped(sheet)
	}
	return sheets
}

// scriptClass is the class of the blocks that a script works for.
func scriptClass(script string) string { return contentClass("script " + script) }

// called is a script as a page runs it: a function of the blocks that it works for.
func called(script string) string {
	return "(" + strings.TrimSuffix(minified(script), ";") + `)([...document.querySelectorAll(".` + scriptClass(script) +
		`")]);`
}

// cssToken is a token of a style sheet, as it is written.
type cssToken struct {
	kind css.TokenType
	text string
}

// tokensOf reads a style sheet without its comments.
func tokensOf(sheet string) []cssToken {
	var tokens []cssToken
	lexer := css.NewLexer(parse.NewInputString(sheet))
	for {
		kind, text := lexer.Next()
		switch kind {
		case css.ErrorToken:
			return tokens
		case css.CommentToken:
		default:
			tokens = append(tokens, cssToken{kind, string(text)})
		}
	}
}

func textOf(tokens []cssToken) string {
	var b strings.Builder
	for _, t := range tokens {
		b.WriteString(t.text)
	}
	return b.String()
}

// scopeInto writes rules with a prefix before each of their selectors; those in a conditional group too.
func scopeInto(out *strings.Builder, sheet []cssToken, prefix string) {
	for {
		open := slices.IndexFunc(sheet, func(t cssToken) bool { return t.kind == css.LeftBraceToken })
		if open < 0 {
			return
		}
		end := blockEnd(sheet, open)
		prelude, inside := strings.TrimSpace(textOf(sheet[:open])), sheet[open+1:end]
		switch {
		case strings.HasPrefix(prelude, "@media"), strings.HasPrefix(prelude, "@container"), strings.HasPrefix(prelude,
			"@supports"):
			out.WriteString(prelude + "{")
			scopeInto(out, inside, prefix)
			out.WriteString("}")
		case strings.HasPrefix(prelude, "@"): // a registered property, keyframes
			out.WriteString(prelude + "{" + textOf(inside) + "}")
		default:
			for i, selector := range selectors(sheet[:open]) {
				if i > 0 {
					out.WriteString(",")
				}
				out.WriteString(prefix + selector)
			}
			out.WriteString("{" + textOf(inside) + "}")
		}
		sheet = sheet[min(end+1, len(sheet)):]
	}
}

// blockEnd is where the block that opens at a place ends; the end of the sheet where it does not.
func blockEnd(sheet []cssToken, open int) int {
	depth := 0
	for i := open; i < len(sheet); i++ {
		switch sheet[i].kind {
		case css.LeftBraceToken:
			depth++
		case css.RightBraceToken:
			if depth--; depth == 0 {
				return i
			}
		}
	}
	return len(sheet)
}

// selectors cuts a list of selectors at the commas outside brackets.
func selectors(list []cssToken) []string {
	var all []string
	depth, begun := 0, 0
	for i, t := range list {
		switch t.kind {
		case css.LeftParenthesisToken, css.LeftBracketToken, css.FunctionToken:
			depth++
		case css.RightParenthesisToken, css.RightBracketToken:
			depth--
		case css.CommaToken:
			if depth == 0 {
				all, begun = append(all, strings.TrimSpace(textOf(list[begun:i]))), i+1
			}
		}
	}
	return append(all, strings.TrimSpace(textOf(list[begun:])))
}
