package house

import (
	"encoding/json"
	"net/http"
	"slices"
	"strconv"
	"strings"

	"rubrel/core/document"
	"rubrel/core/look"
	"rubrel/formats/tokens"
	"rubrel/render"
)

// foundLine is a value out of a client's file, with the tokens that it could be.
type foundLine struct {
	tokens.Found
	Tokens  []string
	Guessed string // the token whose name it has, "" for none
}

// mostFound is how many values stand on one page of them, and shownUnread how many of those that could not be read are
// named.
const mostFound, shownUnread = 60, 5

// foundSheet is one of the pages of what was found.
type foundSheet struct {
	From, First, Last int
	Shown             bool
}

// readTokens shows what a client's style sheet or token file uses. Nothing is changed until some of it is taken.
func (s *Screen) readTokens(w http.ResponseWriter, r *http.Request) {
	l := s.Load(w, r)
	if l == nil {
		return
	}
	view, err := s.houseView(w, r, l)
	if err != nil {
		s.Fail(w, r, err)
		return
	}
	view.Pasted = r.FormValue("text")
	found, unread, err := readFound([]byte(view.Pasted))
	status := http.StatusOK
	switch {
	case err != nil:
		status, view.Fault = http.StatusUnprocessableEntity, err.Error()
	case len(found) == 0:
		view.Notice = "No colour, family or size was found in it."
	}
	view.Unread, view.UnreadMore = unread[:min(len(unread), shownUnread)], max(0, len(unread)-shownUnread)
	from, err := strconv.Atoi(r.FormValue("from"))
	if err != nil || from < 0 || from >= len(found) {
		from = 0
	}
	from -= from % mostFound
	view.FoundAll = len(found)
	for at := 0; at < len(found) && len(found) > mostFound; at += mostFound {
		view.Sheets = append(view.Sheets, foundSheet{at, at + 1, min(at+mostFound, len(found)), at == from})
	}
	for _, f := range found[from:min(len(found), from+mostFound)] {
		line := foundLine{Found: f, Tokens: look.Names(f.Category)}
		if i := slices.Index(line.Tokens, f.Name); i >= 0 {
			line.Guessed = f.Name
		}
		view.Found = append(view.Found, line)
	}
	s.Show(w, r, status, "house.html", view)
}

// readFound reads a token file or a style sheet, whichever it is, and says what of it could not be read.
func readFound(text []byte) (found []tokens.Found, unread []string, err error) {
	if !strings.HasPrefix(strings.TrimSpace(string(text)), "{") {
		found, err = tokens.ReadStyleSheet(text)
		return found, nil, err
	}
	reading, err := tokens.ReadDTCG(text)
	if err != nil {
		return nil, nil, &document.Fault{Problem: err.Error()}
	}
	for _, problem := range reading.Unread {
		unread = append(unread, problem.Error())
	}
	found, unfit := reading.Found()
	for _, problem := range unfit {
		unread = append(unread, problem.Error())
	}
	return found, unread, nil
}

// dtcgType is the format's type for a category.
func dtcgType(category look.Category) string {
	return map[look.Category]string{look.ColourToken: "color", look.FamilyToken: "fontFamily",
		look.WeightToken: "fontWeight", look.LeadingToken: "number", look.SizeToken: "dimension",
		look.SpaceToken: "dimension", look.RadiusToken: "dimension", look.MotionToken: "duration"}[category]
}

// exportTokens sends the house style as a token file of the Design Tokens Community Group, or as custom properties.
func (s *Screen) exportTokens(w http.ResponseWriter, r *http.Request) {
	l := s.Load(w, r)
	if l == nil {
		return
	}
	light, dark, err := render.Tokens(l.Site, s.Dresses)
	if err != nil {
		s.Fail(w, r, err)
		return
	}
	var body []byte
	if strings.HasSuffix(r.URL.Path, ".css") {
		body = []byte(":root {\n" + properties(light, look.Categories()...) +
			"}\n@media (prefers-color-scheme: dark) {\n:root {\n" + properties(dark, look.ColourToken) + "}\n}\n")
	} else if body, err = tokens.WriteDTCG(slices.Concat(exported(light, "light", look.Categories()...),
		exported(dark, "dark", look.ColourToken))); err != nil {
		s.Fail(w, r, err)
		return
	}
	name := "tokens" + r.URL.Path[strings.LastIndexByte(r.URL.Path, '.'):]
	w.Header().Set("Content-Type", "text/plain; charset=utf-8")
	w.Header().Set("Content-Disposition", `attachment; filename="`+l.ID+"-"+name+`"`)
	_, _ = w.Write(body) // the client has gone if this fails
}

func properties(values look.Tokens, categories ...look.Category) string {
	var b strings.Builder
	for _, category := range categories {
		for _, name := range look.Names(category) {
			value := values.Value(look.Token(name))
			css := value.CSS()
			if fluid, ok := value.(look.Fluid); ok {
				css = fluid.Following("100vw") // a client's page has no block's width
			}
			b.WriteString("  --" + name + ": " + css + ";\n")
		}
	}
	return b.String()
}

func exported(values look.Tokens, scheme string, categories ...look.Category) []tokens.Token {
	var list []tokens.Token
	for _, category := range categories {
		for _, name := range look.Names(category) {
			token := tokens.Token{Path: []string{scheme, string(category), name}, Type: dtcgType(category)}
			switch value := values.Value(look.Token(name)).(type) {
			case look.Family:
				families := make([]any, len(value))
				for i, family := range value {
					families[i] = family
				}
				token.Value = families
			case look.Length:
				token.Value = dimension(value, token.Type)
			case look.Fluid: // the format has no such size
				token.Value = dimension(value.To, token.Type)
			case look.Duration:
				token.Value = map[string]any{"value": int64(value), "unit": "ms"}
			default:
				token.Value = value.CSS()
			}
			list = append(list, token)
		}
	}
	return list
}

// dimension is a length as the format holds it: a number, or a value with its unit.
func dimension(l look.Length, kind string) any {
	n := json.Number(strings.TrimSuffix(l.String(), string(l.Unit)))
	number, err := n.Float64()
	if err != nil {
		return l.CSS()
	}
	if kind == "dimension" {
		unit := string(l.Unit)
		if unit == "" {
			unit = "px"
		}
		return map[string]any{"value": number, "unit": unit}
	}
	return number
}
