package measure_test

import (
	"testing"

	"rubrel/testkit/chromium"
)

func TestMain(m *testing.M) { chromium.Main(m) }
