package web

import (
	"os"
	"runtime/debug"
)

// gcPercent is how much garbage is let lie, in percent of what is in use (runtime/debug, SetGCPercent), where GOGC does
// not say: most of what an edit makes is garbage at once, and a sixth of its time went into collecting it.
const gcPercent = 300

// LetGarbageLie has this process collect its garbage as seldom as serving edits asks for, unless GOGC says how often.
func LetGarbageLie() {
	if os.Getenv("GOGC") == "" {
		debug.SetGCPercent(gcPercent)
	}
}
