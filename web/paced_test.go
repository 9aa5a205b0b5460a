package web

import (
	"bufio"
	"io"
	"net"
	"net/http"
	"net/http/httptest"
	"net/netip"
	"strings"
	"testing"
	"time"
)

// Whoever sends half a body, or does not read the answer, is left; who reads slowly is not.
func TestPaced(t *testing.T) {
	const silence = 100 * time.Millisecond
	done := make(chan error, 1)
	server := httptest.NewServer(paced(silence)(http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		var err error
		if r.URL.Path == "/endless" {
			for err == nil {
				_, err = w.Write(make([]byte, 1<<20))
			}
		}
		done <- err
	})))
	defer server.Close()
	dial := func(request string) net.Conn {
		c, err := net.Dial("tcp", server.Listener.Addr().String())
		if err == nil {
			_, err = io.WriteString(c, request)
		}
		if err != nil {
			t.Fatal(err)
		}
		t.Cleanup(func() { c.Close() })
		return c
	}
	wait := func(what string) error {
		select {
		case err := <-done:
			return err
		case <-time.After(20 * time.Second):
			t.Fatalf("%s: it holds on", what)
			return nil
		}
	}
	dial("GET /endless HTTP/1.1\r\nHost: x\r\n\r\n")
	if err := wait("an answer that nobody reads"); err == nil {
		t.Error("an answer that nobody reads is written")
	}
	half := dial("GET /half HTTP/1.1\r\nHost: x\r\nContent-Length: 100\r\n\r\nhalf")
	if err := wait("half a body"); err != nil {
		t.Error(err)
	}
	if err := half.SetReadDeadline(time.Now().Add(20 * time.Second)); err != nil {
		t.Fatal(err)
	}
	if _, err := io.ReadAll(half); err != nil {
		t.Errorf("half a body holds its connection: %v", err)
	}
	slow := dial("GET /endless HTTP/1.1\r\nHost: x\r\n\r\n")
	response, err := http.ReadResponse(bufio.NewReader(slow), nil)
	if err != nil {
		t.Fatal(err)
	}
	for range 20 {
		time.Sleep(silence / 5)
		if _, err := io.CopyN(io.Discard, response.Body, pacedPiece); err != nil {
			t.Fatalf("a slow reader is left: %v", err)
		}
	}
	slow.Close()
	if err := wait("a client that has gone"); err == nil || strings.Contains(err.Error(), "nothing") {
		t.Error("a client that has gone is written to")
	}
}

// A proxy says from where a request comes where it is trusted, and nobody else does.
func TestClientAddress(t *testing.T) {
	for _, c := range []struct{ peer, forwarded, trusted, want string }{
		{"127.0.0.1:5000", "203.0.113.9", "127.0.0.0/8", "203.0.113.9"},
		{"127.0.0.1:5000", "198.51.100.1, 203.0.113.9", "127.0.0.0/8", "203.0.113.9"},
		{"[::ffff:127.0.0.1]:5000", "203.0.113.9", "127.0.0.0/8", "203.0.113.9"},
		{"192.0.2.7:5000", "203.0.113.9", "127.0.0.0/8", "192.0.2.7:5000"},
		{"127.0.0.1:5000", "", "127.0.0.0/8", "127.0.0.1:5000"},
		{"127.0.0.1:5000", "203.0.113.9", "", "127.0.0.1:5000"},
	} {
		s := &Server{}
		if c.trusted != "" {
			s.options.Proxies = []netip.Prefix{netip.MustParsePrefix(c.trusted)}
		}
		got := ""
		handler := s.clientAddress(http.HandlerFunc(func(_ http.ResponseWriter, r *http.Request) { got = r.RemoteAddr }))
		request := httptest.NewRequest(http.MethodGet, "/", nil)
		request.RemoteAddr = c.peer
		if c.forwarded != "" {
			request.Header.Set("X-Forwarded-For", c.forwarded)
		}
		handler.ServeHTTP(httptest.NewRecorder(), request)
		if got != c.want {
			t.Errorf("%+v: %s", c, got)
		}
	}
}
