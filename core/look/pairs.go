package look

// Pair is two colour roles that stand on each other in the kinds' default looks, with the contrast they need.
type Pair struct {
	Ink, Ground Token
	Needed      float64 // WCAG 2.2, success criterion 1.4.3
}

// Pairs lists them. An accent may be nearer to the paper where a house style uses it as a ground only.
func Pairs() []Pair {
	const text = 4.5
	return []Pair{
		{"ink", "ground", text}, {"ink", "raised", text}, {"quiet", "ground", text}, {"quiet", "raised", text},
		{"action", "ground", text}, {"action", "raised", text}, {"on-action", "action", text},
		{"accent", "ground", text}, {"accent", "raised", text}, {"on-accent", "accent", text},
		{"raised", "ink", text}, {"on-feature", "feature", text}, {"feature-quiet", "feature", text},
		{"feature-accent", "feature", text}, {"on-feature-accent", "feature-accent", text},
		{"good", "raised", text}, {"warn", "raised", text}, {"warn", "ground", text},
	}
}

// Names lists a category's tokens in order.
func Names(category Category) []string { return append([]string(nil), vocabulary[category]...) }

// Categories lists the categories in order.
func Categories() []Category { return append([]Category(nil), categories...) }
