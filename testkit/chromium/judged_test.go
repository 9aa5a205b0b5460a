package chromium

import (
	"path/filepath"
	"testing"
)

// A judgement is that of the judge and of every part; a test that failed keeps none.
func TestJudged(t *testing.T) {
	t.Setenv("XDG_CACHE_HOME", t.TempDir())
	j := judged("judge 1", t.Name(), "b")
	if j.path == "" || j.IsSound() {
		t.Fatalf("%q is judged before anybody has", j.path)
	}
	j.Keep(t)
	if !judged("judge 1", t.Name(), "b").IsSound() {
		t.Error("what is kept is not known again")
	}
	for _, other := range []judgement{judged("judge 2", t.Name(), "b"), judged("judge 1", t.Name()+"b", ""),
		judged("judge 1", t.Name())} {
		if other.IsSound() {
			t.Errorf("%s is another", filepath.Base(other.path))
		}
	}
	failed := judged("judge 1", "c")
	failed.Keep(failing{t})
	if failed.IsSound() {
		t.Error("a failed test keeps a judgement")
	}
	t.Setenv(judgeVariable, judgeAnew)
	if judged("judge 1", t.Name(), "b").IsSound() {
		t.Error("a judgement is believed that is to be made anew")
	}
}

// failing is a test that has failed.
type failing struct{ testing.TB }

func (failing) Failed() bool { return true }
