package look

import (
	"fmt"
	"regexp"
	"slices"
	"strings"
)

// attributes are the properties that every part has besides those of CSS: HTML attributes for the client's developer.
var attributes = []Property{
	{Name: "class", Hint: "class names of the client's own, with spaces between", parse: parseClass},
	{Name: "id", Hint: "an id of the client's own: one element has it", parse: parseID},
}

// AttributeNames lists them.
func AttributeNames() []string { return []string{"class", "id"} }

// Name is the value of an attribute: one name, or several with spaces between.
type Name string

func (n Name) String() string { return string(n) }

// CSS is empty: an attribute is no matter of style.
func (n Name) CSS() string { return "" }

var nameText = regexp.MustCompile(`^[A-Za-z_][A-Za-z0-9_-]{0,59}$`)

const mostClasses = 6

// notNames are words that a style sheet or a script means something else by: the keywords that every CSS property takes
// (CSS Cascade 5, section 7.3), those of CSS Values 4, section 4.2, and what a script writes where it has no name.
var notNames = []string{"inherit", "initial", "unset", "revert", "revert-layer", "default", "none", "auto",
	"null", "undefined", "true", "false", "infinity", "nan"}

// checkName refuses what is no class or id of the client's own.
func checkName(what, name string) error {
	lower := strings.ToLower(name)
	isNumber := strings.HasPrefix(lower, "nan") && len(name) > 3 && units[Unit(lower[3:])]
	switch {
	case !nameText.MatchString(name) || strings.HasPrefix(name, ClassPrefix):
		return fmt.Errorf("%q is not %s of your own: take letters, figures, - and _, and no %s before it", name, what,
			ClassPrefix)
	case slices.Contains(notNames, lower) || isNumber:
		return fmt.Errorf("%q is a value, not %s: take a word that says what the part is", name, what)
	}
	return nil
}

func parseClass(_ Property, text string, _ TokenNames) (Value, error) {
	names := strings.Fields(text)
	if len(names) > mostClasses {
		return nil, fmt.Errorf("a part has at most %d classes of its own", mostClasses)
	}
	for _, name := range names {
		if err := checkName("a class name", name); err != nil {
			return nil, err
		}
	}
	return Name(strings.Join(names, " ")), nil
}

func parseID(_ Property, text string, _ TokenNames) (Value, error) {
	if err := checkName("an id", text); err != nil {
		return nil, err
	}
	return Name(text), nil
}

// CheckAttribute refuses to say an attribute for a state or a width: HTML has one. An id is one element's.
func CheckAttribute(key Key, place Place) error {
	if !slices.Contains(AttributeNames(), key.Property) {
		return nil
	}
	switch {
	case key.Width != "" || key.State != Normal:
		return fmt.Errorf("%s is the same at every width and in every state", key.Property)
	case key.Property == "id" && key.Record == "" && place != BlockItself:
		return fmt.Errorf("an id is one element's: say it for one record")
	}
	return nil
}
