package chromium

import (
	"crypto/sha256"
	"encoding/hex"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"runtime"
	"sync"
	"testing"
	"time"
)

// What was judged once, by the same judge, and had nothing to report, is not judged again: its hash is kept in the
// user's cache, between the tests of a run and between runs. With RUBREL_JUDGE=anew nothing is believed, as make
// test-all has it.
const (
	judgeVariable = "RUBREL_JUDGE"
	judgeAnew     = "anew"
	// keptJudgements is how long a judgement is kept that nobody asks for.
	keptJudgements = 30 * 24 * time.Hour
)

// judgement is what a judge says of something.
type judgement struct{ path string }

// judged is the judgement of a judge, whose name has its version, of something with all that it looks at.
func judged(judge string, parts ...string) judgement {
	folder := judgements()
	if folder == "" || os.Getenv(judgeVariable) == judgeAnew {
		return judgement{}
	}
	hash := sha256.New()
	for _, part := range append([]string{judge}, parts...) {
		sum := sha256.Sum256([]byte(part))
		hash.Write(sum[:])
	}
	return judgement{filepath.Join(folder, hex.EncodeToString(hash.Sum(nil)))}
}

// IsSound reports whether there was nothing to report.
func (j judgement) IsSound() bool {
	if j.path == "" {
		return false
	}
	now := time.Now()
	return os.Chtimes(j.path, now, now) == nil
}

// Keep keeps that there is nothing to report, where the test that asks has not failed.
func (j judgement) Keep(t testing.TB) {
	if j.path != "" && !t.Failed() {
		_ = os.WriteFile(j.path, nil, 0o644) // judged again next time
	}
}

// judgements is the folder in which judgements are kept, "" where there is none. What nobody asked for is forgotten.
var judgements = sync.OnceValue(func() string {
	cache, err := os.UserCacheDir()
	if err != nil {
		return ""
	}
	folder := filepath.Join(cache, "rubrel", "judged")
	if err := os.MkdirAll(folder, 0o755); err != nil {
		return ""
	}
	kept, err := os.ReadDir(folder)
	if err != nil {
		return ""
	}
	for _, entry := range kept {
		if info, err := entry.Info(); err == nil && time.Since(info.ModTime()) > keptJudgements {
			_ = os.Remove(filepath.Join(folder, entry.Name())) // the next run's
		}
	}
	return folder
})

// Once asks Chromium what the bytes of pages alone decide, unless it has been asked before and nothing was wrong: by
// the same test, as its file and this package have it, in the same Chromium. The parts are those bytes, with all else
// that the answer is compared with.
func Once(t testing.TB, ask func(), parts ...string) {
	t.Helper()
	_, caller, _, _ := runtime.Caller(1)
	test, err := os.ReadFile(caller)
	if err != nil {
		t.Fatal(err)
	}
	j := judged(t.Name(), append([]string{string(test), ownSource(), version()}, parts...)...)
	if j.IsSound() {
		return
	}
	ask()
	j.Keep(t)
}

// ownSource is the source of this package.
var ownSource = sync.OnceValue(func() string {
	_, here, _, _ := runtime.Caller(0)
	files, err := filepath.Glob(filepath.Join(filepath.Dir(here), "*.go"))
	all := fmt.Sprint(err)
	for _, file := range files {
		content, err := os.ReadFile(file)
		all += fmt.Sprintln(string(content), err)
	}
	return all
})

// version is that of Chromium.
var version = sync.OnceValue(func() string {
	out, err := exec.Command(browser, "--version").Output()
	return fmt.Sprint(string(out), err)
})
