package refresh_test

import (
	"log/slog"
	"net/http"
	"net/http/httptest"
	"strings"
	"testing"

	"github.com/jackc/pgx/v5"

	"rubrel/core/document"
	"rubrel/core/intake"
	"rubrel/formats/delimited"
	"rubrel/refresh"
	"rubrel/store"
	"rubrel/testkit"
)

var shared *testkit.Cluster

func TestMain(m *testing.M) { testkit.MainWithCluster(m, &shared) }

const prices = "Plan;Price a month\nSmall;9.50 €\nLarge;29.50 €\n"

// A list whose address is read every day is read when its time has come, once by whoever is first. What it says
// otherwise is kept, and nothing is taken; what fails keeps what was said before; and it ends with its address.
func TestListsAreReadEveryDay(t *testing.T) {
	t.Parallel()
	s, url := shared.DemoStore(t)
	says, status := prices, http.StatusOK
	asked := 0
	office := httptest.NewServer(http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		asked++
		w.WriteHeader(status)
		_, _ = w.Write([]byte(says))
	}))
	t.Cleanup(office.Close)
	ctx := t.Context()
	edit := func(change document.Change) {
		t.Helper()
		l, err := s.Load(ctx, "fennmoor")
		if err == nil {
			_, err = s.Edit(ctx, "fennmoor", store.Author{Actor: "a"}, l.Version, change)
		}
		if err != nil {
			t.Fatal(err)
		}
	}
	table, _, err := delimited.Read([]byte(prices))
	if err != nil {
		t.Fatal(err)
	}
	l, err := s.Load(ctx, "fennmoor")
	if err != nil {
		t.Fatal(err)
	}
	plans := l.Site.Sets[0].Kind
	from := document.Origin{Address: office.URL + "/prices.csv", Daily: true}
	edit(document.AddBlock{Name: "Office", Set: intake.Read(plans, table, intake.Options{}).Set,
		List: document.List{Text: prices, From: from}})
	reader := &refresh.Reader{Store: s, Client: testkit.Outbound(), Log: slog.New(slog.DiscardHandler)}
	connection, err := pgx.Connect(ctx, url)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { _ = connection.Close(t.Context()) })
	read := func(due bool) store.Arrival {
		t.Helper()
		if due {
			if _, err := connection.Exec(ctx, "update arrival set next_at = now()"); err != nil {
				t.Fatal(err)
			}
		}
		if err := reader.All(ctx); err != nil {
			t.Fatal(err)
		}
		a, err := s.Arrival(ctx, "fennmoor", "office")
		if err != nil {
			t.Fatal(err)
		}
		return a
	}
	if read(false); asked != 0 {
		t.Error("it has just been read, and is read again")
	}
	if a := read(true); asked != 1 || a.Summary != "" || a.Text != prices || a.AskedAt.IsZero() {
		t.Errorf("the same list: asked %d times, %q", asked, a.Summary)
	}
	if read(false); asked != 1 {
		t.Error("it is read twice in a day")
	}
	says = strings.Replace(prices, "9.50", "10.50", 1) + "Huge;99.00 €\n"
	a := read(true)
	body, err := s.ArrivalBody(ctx, "fennmoor", "office")
	if err != nil || a.Summary != "1 new, 1 changed" || string(body) != says {
		t.Errorf("another list says %q, %q (%v)", a.Summary, body, err)
	}
	if l, err = s.Load(ctx, "fennmoor"); err != nil {
		t.Fatal(err)
	}
	if set, _ := l.Site.SetByID("office"); len(set.Records) != 2 {
		t.Error("it is taken unseen")
	}
	status = http.StatusNotFound
	if a = read(true); !strings.Contains(a.Problem, "404") || a.Summary != "1 new, 1 changed" {
		t.Errorf("an address that fails: %q, %q", a.Problem, a.Summary)
	}
	status, says = http.StatusOK, "Plan;Price a month\n"
	if a = read(true); !strings.Contains(a.Problem, "no plan was found") {
		t.Errorf("headings alone: %q", a.Problem)
	}
	says = prices
	if a = read(true); a.Problem != "" || a.Summary != "" {
		t.Errorf("as before again: %q, %q", a.Problem, a.Summary)
	}
	from.Daily = false
	edit(document.SetOrigin{Set: "office", From: from})
	if _, err := s.Arrival(ctx, "fennmoor", "office"); err == nil {
		t.Error("it is still read every day")
	}
}
