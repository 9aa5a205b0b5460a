package pricing_test

import (
	"testing"

	"rubrel/testkit"
)

func TestMain(m *testing.M) { testkit.Main(m) }
