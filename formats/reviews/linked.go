package reviews

import (
	"slices"
	"strings"
)

// The bounds of what is put in the place of references: a graph may refer to itself.
const (
	mostLinked = 200_000
	linkDepth  = 4
)

// linked is JSON-LD with its terms by their plain names ("schema:author" is author) and with things in the place of
// references to them by their @id (JSON-LD 1.1, sections 4.1.5 and 4.2.1).
func linked(value any) any {
	l := linker{nodes: map[string]map[string]any{}}
	l.find(value, 0)
	return l.expand(value, 0)
}

type linker struct {
	nodes  map[string]map[string]any
	within []string // the references that are followed now
	made   int
}

// find gathers the things that have an @id and say something.
func (l *linker) find(value any, depth int) {
	if depth > mostDepth {
		return
	}
	switch v := value.(type) {
	case []any:
		for _, item := range v {
			l.find(item, depth+1)
		}
	case map[string]any:
		if id, ok := v["@id"].(string); ok && len(v) > 1 && l.nodes[id] == nil {
			l.nodes[id] = v
		}
		for _, inner := range v {
			l.find(inner, depth+1)
		}
	}
}

// expand copies a value with its terms renamed and its references followed.
func (l *linker) expand(value any, depth int) any {
	if l.made++; depth > mostDepth || l.made > mostLinked {
		return nil
	}
	switch v := value.(type) {
	case []any:
		out := make([]any, len(v))
		for i, item := range v {
			out[i] = l.expand(item, depth+1)
		}
		return out
	case map[string]any:
		id, _ := v["@id"].(string)
		if node := l.nodes[id]; node != nil && len(v) == 1 && len(l.within) < linkDepth && !slices.Contains(l.within, id) {
			v = node
		}
		if id != "" {
			l.within = append(l.within, id)
			defer func() { l.within = l.within[:len(l.within)-1] }()
		}
		out := make(map[string]any, len(v))
		for name, inner := range v {
			if name == "@context" {
				continue
			}
			if !strings.HasPrefix(name, "@") {
				name = name[strings.LastIndexAny(name, ":/#")+1:]
			}
			out[name] = l.expand(inner, depth+1)
		}
		return out
	}
	return value
}
