package pictures

import (
	"context"
	"errors"
	"fmt"
	"runtime"
	"sync"
	"syscall"

	"golang.org/x/sync/semaphore"
)

// quietness is how far work on pictures stands back behind all else that the machine does (setpriority, POSIX.1-2017).
const quietness = 10

var (
	// inWork is held by the picture that is worked on. One is at a time, in the order in which they come, so that together
	// they never take more memory than the largest: of a progressive JPEG 16 bytes a pixel (image/jpeg keeps the
	// coefficients of three whole planes as int32), and its pixels.
	inWork = semaphore.NewWeighted(1)
	// makeRoom lets one more goroutine run at a time: that of the picture must not hold the place of another while the
	// machine lets its thread wait.
	makeRoom = sync.OnceFunc(func() { runtime.GOMAXPROCS(runtime.GOMAXPROCS(0) + 1) })
)

// quietly does some work on a thread of its own that stands back: whoever edits meanwhile is answered first. The error
// is ErrBusy where its turn does not come before the context's deadline.
func quietly[V any](ctx context.Context, work func() (V, error)) (V, error) {
	type result struct {
		value V
		err   error
	}
	err := inWork.Acquire(ctx, 1)
	if err != nil {
		var none V
		if errors.Is(err, context.DeadlineExceeded) {
			err = ErrBusy
		}
		return none, err
	}
	defer inWork.Release(1)
	makeRoom()
	done := make(chan result, 1)
	go func() {
		runtime.LockOSThread() // never unlocked: the thread ends with its work, and its priority with it
		_ = syscall.Setpriority(syscall.PRIO_PROCESS, syscall.Gettid(), quietness)
		var r result
		defer func() {
			if broke := recover(); broke != nil { // a decoder, on what nobody foresaw: it ends no more than its picture
				r.err = &Error{fmt.Sprintf("it is damaged: %v", broke)}
			}
			done <- r
		}()
		r.value, r.err = work()
	}()
	r := <-done
	return r.value, r.err
}
