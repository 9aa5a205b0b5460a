package document

import (
	"fmt"
	"slices"

	"rubrel/core/icon"
	"rubrel/core/kind"
	"rubrel/core/patch"
	"rubrel/core/svg"
)

// Icon is one of a site's own icons.
type Icon struct {
	ID    string
	order string
	svg.Drawing
}

// IconByID finds one of the site's own icons.
func (s *Site) IconByID(id string) (*Icon, bool) {
	i := slices.IndexFunc(s.Icons, func(i Icon) bool { return i.ID == id })
	if i < 0 {
		return nil, false
	}
	return &s.Icons[i], true
}

func (d *decoder) iconOf(c child) Icon {
	if e := memberEntity(iconsMember, c.id); d.keeps(e) {
		if i, ok := d.was.IconByID(c.id); ok {
			return *i
		}
	}
	text := c.text("svg", svg.MostBytes, true)
	drawing, err := svg.Clean([]byte(text))
	if err != nil {
		panic(faultf(c.path.To("svg"), "%v", err))
	}
	if drawing.SVG != text {
		panic(faultf(c.path.To("svg"), "an icon is held as it has been cleaned: upload its file instead"))
	}
	c.done()
	return Icon{c.id, c.order, drawing}
}

// AddIcon adds an icon of the site's own.
type AddIcon struct {
	Name string
	svg.Drawing
}

// Plan gives it a free name.
func (c AddIcon) Plan(s *Site) (patch.Patch, error) {
	id := FreshID(c.Name, func(id string) bool { _, taken := s.IconByID(id); return taken })
	order, err := lastOrder(s.Icons, func(i Icon) string { return i.order })
	if err != nil {
		return nil, err
	}
	return patch.Patch{{Op: patch.Add, Path: patch.Pointer{iconsMember, id}, Value: map[string]any{"order": order,
		"svg": c.SVG}}}, nil
}

// Label names the icon.
func (c AddIcon) Label(*Site) string { return "icon " + c.Name }

// RemoveIcon takes away an icon that no fact names.
type RemoveIcon struct{ ID string }

// Plan refuses an icon that is shown.
func (c RemoveIcon) Plan(s *Site) (patch.Patch, error) {
	if _, ok := s.IconByID(c.ID); !ok {
		return nil, missing("icon", c.ID)
	}
	at := patch.Pointer{iconsMember, c.ID}
	if set, shown := s.refersTo(kind.Ref{To: kind.IconOffer, ID: icon.Own + c.ID}); shown {
		return nil, faultf(at, "%s shows it: give that another icon first", set)
	}
	return patch.Patch{{Op: patch.Remove, Path: at}}, nil
}

// Label names the icon.
func (c RemoveIcon) Label(*Site) string { return fmt.Sprintf("remove icon %s", c.ID) }

// refersTo is the name of a set whose facts refer to something.
func (s *Site) refersTo(to kind.Ref) (set string, ok bool) {
	for _, set := range s.Sets {
		for _, ref := range set.Refs() {
			if ref == to {
				return set.Name, true
			}
		}
	}
	return "", false
}
