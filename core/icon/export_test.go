package icon

// What ships, for tests.
var (
	Trades    = trades
	Annotated = annotated
)

// Named is the name by which the library knows an icon now.
func Named(name string) string {
	if now, ok := shipped().Aliases[name]; ok {
		return now
	}
	return name
}
