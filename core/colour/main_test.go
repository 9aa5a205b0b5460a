package colour_test

import (
	"testing"

	"rubrel/testkit"
)

func TestMain(m *testing.M) { testkit.Main(m) }
