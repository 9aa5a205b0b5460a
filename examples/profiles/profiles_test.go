package profiles_test

import (
	"testing"

	"rubrel/core/kind/kindtest"
	"rubrel/examples/profiles"
)

func TestContract(t *testing.T) {
	k, err := profiles.Declaration()
	if err != nil {
		t.Fatal(err)
	}
	kindtest.Test(t, k)
}
