package outbound

import (
	"context"
	"errors"
	"io"
	"net"
	"net/http"
	"net/http/httptest"
	"net/netip"
	"net/url"
	"strings"
	"testing"
	"time"
)

var quick = Limits{Time: 2 * time.Second, Silence: 200 * time.Millisecond, Bytes: 1 << 10}

func endpoint(t *testing.T, address string) netip.AddrPort {
	t.Helper()
	u, err := url.Parse(address)
	if err != nil {
		t.Fatal(err)
	}
	return netip.MustParseAddrPort(u.Host)
}

func get(t *testing.T, c *Client, limits Limits, address string) (*Answer, error) {
	t.Helper()
	act := c.Begin(t.Context(), limits)
	defer act.Close()
	request, err := http.NewRequest(http.MethodGet, address, nil)
	if err != nil {
		t.Fatal(err)
	}
	return act.Do(request)
}

// Addresses from the IANA special-purpose registries and from this machine's own networks.
func TestPolicy(t *testing.T) {
	open := Policy{Networks: []netip.Prefix{netip.MustParsePrefix("10.1.0.0/16")},
		Endpoints: []netip.AddrPort{netip.MustParseAddrPort("127.0.0.1:5000")}}
	for address, allowed := range map[string]bool{
		"93.184.216.34:443": true, "93.184.216.34:80": true, "[2606:2800:220:1::1]:443": true,
		"93.184.216.34:22": false, "93.184.216.34:5432": false,
		"127.0.0.1:80": false, "127.0.0.1:5000": true, "127.0.0.1:5001": false, "[::1]:80": false,
		"[::ffff:127.0.0.1]:80":   false,
		"[::ffff:127.0.0.1]:5000": true,
		"10.1.2.3:80":             true, "10.2.2.3:80": false, "192.168.1.1:80": false, "172.16.0.1:443": false,
		"169.254.169.254:80": false, "[fe80::1]:80": false, "0.0.0.0:80": false, "[::]:80": false, "224.0.0.1:80": false,
		"100.64.0.1:80": false, "[fd00::1]:80": false, "[64:ff9b::7f00:1]:80": false, "[2002:7f00:1::]:80": false,
		"255.255.255.255:80": false,
	} {
		if err := open.check(netip.MustParseAddrPort(address)); (err == nil) != allowed {
			t.Errorf("%s: %v, want allowed %v", address, err, allowed)
		}
	}
	// Link-local stays shut whatever networks are opened.
	all := Policy{Networks: []netip.Prefix{netip.MustParsePrefix("0.0.0.0/0"), netip.MustParsePrefix("::/0")}}
	if all.check(netip.MustParseAddrPort("169.254.169.254:80")) == nil {
		t.Error("link-local is allowed")
	}
}

// A name that resolves to loopback is refused after resolution, before anything is sent.
func TestNameOfThisMachine(t *testing.T) {
	asked := false
	server := httptest.NewServer(http.HandlerFunc(func(http.ResponseWriter, *http.Request) { asked = true }))
	defer server.Close()
	address := strings.Replace(server.URL, "127.0.0.1", "localhost", 1)
	if _, err := get(t, New(Policy{Ports: []uint16{endpoint(t, server.URL).Port()}}), quick, address); !errors.Is(err,
		errRefused) || asked {
		t.Errorf("asked %v: %v", asked, err)
	}
}

// What an error says is one text for a port that is open and speaks no HTTP, one that is shut, and one that is silent.
func TestPortsLookAlike(t *testing.T) {
	listen := func(serve func(net.Conn)) string {
		l, err := net.Listen("tcp", "127.0.0.1:0")
		if err != nil {
			t.Fatal(err)
		}
		t.Cleanup(func() { l.Close() })
		go func() {
			for {
				c, err := l.Accept()
				if err != nil {
					return
				}
				go serve(c)
			}
		}()
		return "http://" + l.Addr().String()
	}
	talks := listen(func(c net.Conn) { io.WriteString(c, "220 mail.example ESMTP\r\n"); c.Close() })
	silent := listen(func(c net.Conn) { io.Copy(io.Discard, c) })
	drips := listen(func(c net.Conn) {
		for {
			if _, err := io.WriteString(c, "H"); err != nil {
				return
			}
			time.Sleep(20 * time.Millisecond)
		}
	})
	client := New(Policy{Endpoints: []netip.AddrPort{endpoint(t, talks), endpoint(t, silent), endpoint(t, drips)}})
	texts := map[string]bool{}
	for _, address := range []string{talks, silent, drips} {
		began := time.Now()
		_, err := get(t, client, Limits{Time: time.Second, Silence: 200 * time.Millisecond, Bytes: 100}, address)
		var said *Error
		if !errors.As(err, &said) {
			t.Fatalf("%s: %v", address, err)
		}
		texts[said.Text] = true
		if took := time.Since(began); took > 1500*time.Millisecond {
			t.Errorf("%s held the request for %v", address, took)
		}
	}
	free, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		t.Fatal(err)
	}
	closed := netip.MustParseAddrPort(free.Addr().String())
	free.Close()
	_, err = get(t, New(Policy{Endpoints: []netip.AddrPort{closed}}), quick, "http://"+closed.String())
	var said *Error
	if !errors.As(err, &said) {
		t.Fatalf("closed: %v", err)
	}
	if texts[said.Text] = true; len(texts) != 1 {
		t.Errorf("errors tell ports apart: %v", texts)
	}
}

func TestRedirects(t *testing.T) {
	var elsewhere *httptest.Server
	secret := ""
	elsewhere = httptest.NewServer(http.HandlerFunc(func(_ http.ResponseWriter, r *http.Request) {
		_, secret,
			_ = r.BasicAuth()
	}))
	defer elsewhere.Close()
	here := httptest.NewServer(http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		switch r.URL.Path {
		case "/away":
			http.Redirect(w, r, elsewhere.URL, http.StatusTemporaryRedirect)
		case "/on":
			http.Redirect(w, r, "/there", http.StatusFound)
		case "/loop":
			http.Redirect(w, r, "/loop", http.StatusFound)
		default:
			io.WriteString(w, "there")
		}
	}))
	defer here.Close()
	client := New(Policy{Endpoints: []netip.AddrPort{endpoint(t, here.URL), endpoint(t, elsewhere.URL)}})
	act := client.Begin(t.Context(), quick)
	defer act.Close()
	for path, fails := range map[string]bool{"/away": true, "/on": false, "/loop": true} {
		request, err := http.NewRequest(http.MethodGet, here.URL+path, nil)
		if err != nil {
			t.Fatal(err)
		}
		request.SetBasicAuth("designer", "secret")
		if _, err := act.Do(request); (err != nil) != fails {
			t.Errorf("%s: %v", path, err)
		}
	}
	if secret != "" {
		t.Errorf("the password %q went to another origin", secret)
	}
}

func TestAnswerTooLarge(t *testing.T) {
	server := httptest.NewServer(http.HandlerFunc(func(w http.ResponseWriter, _ *http.Request) {
		w.Write(make([]byte, quick.Bytes+1))
	}))
	defer server.Close()
	_, err := get(t, New(Policy{Endpoints: []netip.AddrPort{endpoint(t, server.URL)}}), quick, server.URL)
	if !errors.Is(err, errLarge) {
		t.Errorf("%v", err)
	}
}

// Who cancels is told so, and not that the server is at fault.
func TestCancelled(t *testing.T) {
	ctx, cancel := context.WithCancel(t.Context())
	cancel()
	act := New(Policy{}).Begin(ctx, quick)
	defer act.Close()
	request, err := http.NewRequest(http.MethodGet, "http://example.test/", nil)
	if err != nil {
		t.Fatal(err)
	}
	if _, err := act.Do(request); !errors.Is(err, context.Canceled) {
		t.Errorf("%v", err)
	}
}

// A body that drips is not waited for, though no two pieces of it are far apart.
func TestFloorOfSpeed(t *testing.T) {
	server := httptest.NewServer(http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		for r.Context().Err() == nil {
			_, _ = io.WriteString(w, "x")
			_ = http.NewResponseController(w).Flush()
			time.Sleep(20 * time.Millisecond)
		}
	}))
	defer server.Close()
	client := New(Policy{Endpoints: []netip.AddrPort{endpoint(t, server.URL)}})
	began := time.Now()
	_, err := get(t, client, Limits{Time: time.Minute, Silence: 200 * time.Millisecond, Bytes: 1 << 20}, server.URL)
	if took := time.Since(began); err == nil || took > 10*time.Second {
		t.Errorf("it was read for %v (%v)", took, err)
	}
}
