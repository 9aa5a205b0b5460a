package publish_test

import (
	"strings"
	"testing"
	"time"

	"golang.org/x/sync/errgroup"

	"rubrel/publish"
	"rubrel/store"
	"rubrel/testkit"
)

// A release is prepared by whoever publishes. One that is stopped again and again goes on where it was; without a host
// it is kept, and that is said.
func TestPreparingGoesOn(t *testing.T) {
	s, _ := shared.DemoStore(t)
	ctx := t.Context()
	l, err := s.Load(ctx, "fennmoor")
	if err != nil {
		t.Fatal(err)
	}
	number, err := s.BeginRelease(ctx, l, "first")
	if err == nil {
		err = s.Publish(ctx, "fennmoor", "ann", number)
	}
	if err != nil {
		t.Fatal(err)
	}
	if list, err := s.Releases(ctx, "fennmoor"); err != nil || len(list) != 0 {
		t.Errorf("before it is prepared there are %d releases (%v)", len(list), err)
	}
	var p store.Publication
	most := 0
	for range 3 {
		stop := run(s)
		for was := p; p == was; {
			if p, err = s.LastPublication(ctx, "fennmoor"); err != nil {
				t.Fatal(err)
			}
		}
		stop()
		most = max(most, p.Total)
	}
	if p.Ended() {
		t.Fatal("it has ended before it was stopped")
	}
	defer run(s)()
	p = (&testkit.Application{Store: s}).Published(t, "fennmoor")
	if p.State != store.Failed || !p.Prepared || !strings.Contains(p.Problem, "no web host") {
		t.Errorf("it ends as %s, prepared %t: %s", p.State, p.Prepared, p.Problem)
	}
	files, err := s.ReleaseFiles(ctx, "fennmoor", number)
	if err != nil || most == 0 {
		t.Errorf("of %d pictures: %v", most, err)
	}
	narrow := 0
	for _, f := range files {
		if strings.HasPrefix(f.Path, "pictures/") && len(f.Bytes) > 0 {
			narrow++
		}
	}
	if narrow < most {
		t.Errorf("%d pictures of %d are there", narrow, most)
	}
}

// Two who publish one version at once make one release, which is sent once; the next version makes another.
func TestOneReleaseForTwo(t *testing.T) {
	s, _ := shared.DemoStore(t)
	ctx := t.Context()
	l, err := s.Load(ctx, "fennmoor")
	if err != nil {
		t.Fatal(err)
	}
	var group errgroup.Group
	var numbers [2]int
	for i := range numbers {
		group.Go(func() (err error) {
			if numbers[i], err = s.BeginRelease(ctx, l, ""); err == nil {
				err = s.Publish(ctx, "fennmoor", "ann", numbers[i])
			}
			return err
		})
	}
	if err := group.Wait(); err != nil || numbers != [2]int{1, 1} {
		t.Fatalf("two make the releases %v (%v)", numbers, err)
	}
	defer run(s)()
	app := &testkit.Application{Store: s}
	first := app.Published(t, "fennmoor")
	l.Version++
	if next, err := s.BeginRelease(ctx, l, ""); err != nil || next != 2 || first.Number != 1 {
		t.Errorf("after release %d the next version makes release %d (%v)", first.Number, next, err)
	}
}

// A host that does not answer is waited for; who says another meanwhile, or cancels, does not wait.
func TestWaitingEnds(t *testing.T) {
	s, _ := shared.DemoStore(t)
	ctx := t.Context()
	dead, alive := startFlaky(t), startFlaky(t)
	dead.dead.Store(true)
	app := &testkit.Application{Store: s}
	await := func(state store.PublicationState) {
		t.Helper()
		for {
			p, err := s.LastPublication(ctx, "fennmoor")
			if err != nil || p.Ended() && p.State != state {
				t.Fatalf("it is %s: %s (%v)", p.State, p.Problem, err)
			}
			if p.State == state {
				return
			}
		}
	}
	defer testkit.Run(&publish.Runner{Store: s, Patience: time.Hour})()
	for version, end := range []func() error{
		func() error { return s.SetHost(ctx, "fennmoor", alive.target("fennmoor")) },
		func() error { return s.Cancel(ctx, "fennmoor") },
	} {
		if err := s.SetHost(ctx, "fennmoor", dead.target("fennmoor")); err != nil {
			t.Fatal(err)
		}
		number, err := testkit.AddRelease(ctx, s, &store.Loaded{ID: "fennmoor", Version: int64(version)}, "", newRelease(1))
		if err == nil {
			err = s.Publish(ctx, "fennmoor", "ann", number)
		}
		if err != nil {
			t.Fatal(err)
		}
		await(store.Sending)
		if err := end(); err != nil {
			t.Fatal(err)
		}
		p := app.Published(t, "fennmoor")
		if want := []store.PublicationState{store.Live, store.Failed}[version]; p.State != want {
			t.Errorf("release %d is %s: %s", p.Number, p.State, p.Problem)
		}
	}
	// What was cancelled stands in nobody's way.
	if err := s.SetHost(ctx, "fennmoor", alive.target("fennmoor")); err != nil {
		t.Fatal(err)
	}
	if err := s.Publish(ctx, "fennmoor", "ann", 2); err != nil {
		t.Fatal(err)
	}
	if p := app.Published(t, "fennmoor"); p.State != store.Live {
		t.Errorf("asked for again it is %s: %s", p.State, p.Problem)
	}
}
