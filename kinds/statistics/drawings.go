package statistics

import (
	"rubrel/core/kind"
)

func drawingsOf(string) func(kind.View) ([]kind.Drawing, error) { return nil }
