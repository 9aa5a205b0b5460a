package render

import (
	"errors"
	"fmt"
	"io"
	"strconv"
	"strings"

	"github.com/tdewolff/parse/v2"
	"github.com/tdewolff/parse/v2/css"

	"rubrel/core/look"
)

// short writes CSS without comments and needless space.
func short(source string) (string, error) { return rewrite(source, &rewriter{}) }

// remProperty carries, in a block that stands in a page of others, the size of text that the visitor's browser begins
// with; a rem of that page may be anything. It is declared in reset.css.
const remProperty = "--rb-rem"

// harden writes CSS for a page that others make and look after: one declaration on each line, every one important but
// those of tokens, so that a page says other values of these in the ordinary way.
//
// A style in a cascade layer loses to any rule of the page that is in none. Among important declarations the
// order of layers is reversed and they win over everything that is not in a layer (CSS Cascade 5, section 6.4.4),
// so an important layered style is the one form that no style sheet of the page around can overrun. The first
// layer named is then the strongest.
func harden(source string) (string, error) { return rewrite(source, &rewriter{hard: true}) }

func rewrite(source string, h *rewriter) (string, error) {
	lexer := css.NewLexer(parse.NewInputString(source))
	for {
		kind, text := lexer.Next()
		switch kind {
		case css.ErrorToken:
			if err := lexer.Err(); !errors.Is(err, io.EOF) {
				return "", fmt.Errorf("render: css: %w", err)
			}
			if len(h.blocks) > 0 || h.statement.Len() > 0 {
				return "", fmt.Errorf("render: css: it ends inside a block or statement")
			}
			return h.out.String(), nil
		case css.CommentToken:
		case css.WhitespaceToken:
			h.space = true
		case css.LeftBraceToken:
			h.begin()
		case css.RightBraceToken:
			if len(h.blocks) == 0 {
				return "", fmt.Errorf("render: css: a } too many")
			}
			h.end()
		case css.SemicolonToken:
			h.statementEnd(";")
		case css.DimensionToken:
			h.add(kind, h.dimension(string(text)))
		default:
			h.add(kind, string(text))
		}
	}
}

// rewriter gathers one statement at a time: what ends in { is a prelude, what ends in ; or } a declaration.
type rewriter struct {
	hard      bool // see harden
	out       strings.Builder
	statement strings.Builder
	space     bool   // white space was read since the last token
	blocks    []bool // for each open block, whether its declarations stay plain
	pending   bool   // a declaration was written that needs ; if another follows
}

func (h *rewriter) add(kind css.TokenType, text string) {
	tight := kind == css.CommaToken || strings.HasSuffix(h.statement.String(), ",") || h.isDeclarationColon()
	if h.space && h.statement.Len() > 0 && !tight {
		h.statement.WriteByte(' ')
	}
	h.space = false
	h.statement.WriteString(text)
}

// dimension writes a length; one in rem does not depend on the page around.
func (h *rewriter) dimension(text string) string {
	number, isRem := strings.CutSuffix(text, "rem")
	if !h.hard || !isRem {
		return text
	}
	if strings.HasPrefix(h.statement.String(), "@") { // a condition knows no properties
		n, err := strconv.ParseFloat(number, 64)
		if err != nil {
			return text
		}
		return strconv.FormatFloat(n*look.RemPx, 'f', -1, 64) + "px"
	}
	return "calc(" + number + "*var(" + remProperty + "))"
}

// isDeclarationColon reports whether the statement so far is a property name and its colon.
func (h *rewriter) isDeclarationColon() bool {
	name, ok := strings.CutSuffix(h.statement.String(), ":")
	return ok && name != "" && strings.Trim(name, "abcdefghijklmnopqrstuvwxyz0123456789-") == ""
}

// separate ends the declaration before, and begins a line where there are lines.
func (h *rewriter) separate() {
	if h.pending {
		h.out.WriteByte(';')
		h.pending = false
	}
	h.line(len(h.blocks))
}

func (h *rewriter) line(indent int) {
	if h.hard && h.out.Len() > 0 {
		h.out.WriteString("\n" + strings.Repeat("  ", indent))
	}
}

func (h *rewriter) begin() {
	h.separate()
	prelude := h.statement.String()
	h.out.WriteString(prelude + "{")
	h.statement.Reset()
	h.space = false
	plain := strings.HasPrefix(prelude, "@font-face") || strings.HasPrefix(prelude, "@keyframes") ||
		strings.HasPrefix(prelude, "@property")
	if n := len(h.blocks); n > 0 {
		plain = plain || h.blocks[n-1]
	}
	h.blocks = append(h.blocks, plain)
}

func (h *rewriter) end() {
	h.statementEnd("")
	h.blocks = h.blocks[:len(h.blocks)-1]
	h.pending = false
	h.line(len(h.blocks))
	h.out.WriteByte('}')
}

func (h *rewriter) statementEnd(terminator string) {
	statement := h.statement.String()
	h.statement.Reset()
	h.space = false
	if statement == "" {
		return
	}
	h.separate()
	h.out.WriteString(statement)
	if strings.HasPrefix(statement, "@") {
		h.out.WriteString(terminator)
		return
	}
	if n := len(h.blocks); h.hard && n > 0 && !h.blocks[n-1] && !saysToken(statement) {
		h.out.WriteString("!important")
	}
	h.pending = true
}

// saysToken reports whether a declaration is that of a token's custom property.
func saysToken(declaration string) bool {
	name, _, _ := strings.Cut(declaration, ":")
	token, ok := strings.CutPrefix(name, look.Token("").CustomProperty())
	_, known := look.CategoryOf(token)
	return ok && known
}
