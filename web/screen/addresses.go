package screen

import (
	"rubrel/store"
)

// DefaultsAddress is that of the defaults of a kind in a form.
func DefaultsAddress(site, kindName, form string) string {
	return WithQuery("/sites/"+site+"/house/kinds/"+kindName, "form", form)
}

// NewestBlock is the address of the block that was added last.
func NewestBlock(l *store.Loaded) string {
	return "/sites/" + l.ID + "/blocks/" + l.Site.Blocks[len(l.Site.Blocks)-1].ID + "/"
}
