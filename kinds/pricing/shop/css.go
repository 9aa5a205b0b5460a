package shop

import (
	_ "embed"
)

//go:embed common.css
var CommonCSS string
