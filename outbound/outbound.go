// Package outbound is the one way in which Rubrel asks other servers: web hosts, rates desks. A designer types their
// addresses, so nothing behind this machine's walls may be reached through them, and no answer may hold a request or
// fill the memory.
package outbound

import (
	"context"
	"errors"
	"fmt"
	"io"
	"net"
	"net/http"
	"net/netip"
	"net/url"
	"slices"
	"strings"
	"sync"
	"syscall"
	"time"

	"golang.org/x/time/rate"

	"rubrel/core/origin"
)

// Policy says which servers may be asked. The zero value allows the default ports of public addresses.
type Policy struct {
	// Endpoints are addresses with a port that may be asked whatever the rest says, as a stand-in on loopback.
	Endpoints []netip.AddrPort
	// Networks are private or loopback networks that may be asked. Link-local addresses never are: clouds answer
	// with their machines' credentials there.
	Networks []netip.Prefix
	// Ports are those that may be asked; none means DefaultPorts.
	Ports []uint16
}

// DefaultPorts are those of HTTP and HTTPS, and their usual alternatives.
func DefaultPorts() []uint16 { return []uint16{80, 443, 8080, 8443} }

// Limits bound one act, which may be many requests.
type Limits struct {
	Time    time.Duration // for all of it
	Silence time.Duration // for one answer to begin, and between two pieces of it, which are not slower than leastSpeed
	Bytes   int64         // of one answer
}

// The pace at which one server is asked: common practice, well below what a small host bears. A server of this machine
// is its operator's own, and is not spared.
const (
	requestsPerSecond = 50
	requestBurst      = 100
	maxPaced          = 1000 // servers whose pace is remembered
	maxRedirects      = 3
)

// leastSpeed is the floor of what is sent and answered, in bytes a second, beyond Silence: slower than any modem.
const leastSpeed = 1 << 10

// Client asks other servers by a policy. It may be used by several goroutines at once.
type Client struct {
	policy Policy
	http   *http.Client
	mu     sync.Mutex
	paces  map[string]*rate.Limiter // by host and port
}

// New makes a client.
func New(policy Policy) *Client {
	c := &Client{policy: policy, paces: map[string]*rate.Limiter{}}
	dialer := &net.Dialer{Timeout: 10 * time.Second, ControlContext: func(_ context.Context, _, address string,
		_ syscall.RawConn) error {
		// Here the name has been resolved: what is checked is what is connected to.
		endpoint, err := netip.ParseAddrPort(address)
		if err != nil {
			return errRefused
		}
		return policy.check(endpoint)
	}}
	c.http = &http.Client{
		Transport: &http.Transport{
			DialContext: dialer.DialContext, TLSHandshakeTimeout: 10 * time.Second, MaxIdleConnsPerHost: 8,
			IdleConnTimeout: 30 * time.Second, MaxResponseHeaderBytes: 64 << 10, ForceAttemptHTTP2: true,
		},
		CheckRedirect: func(next *http.Request, via []*http.Request) error {
			if len(via) >= maxRedirects || !origin.Same(next.URL, via[0].URL) {
				return errRedirect
			}
			return nil
		},
	}
	return c
}

var (
	errRefused  = errors.New("this address may not be connected to; whoever runs Rubrel says which may")
	errRedirect = errors.New("it sends Rubrel on to another server; give the address of that one")
	errSlow     = errors.New("it takes too long to answer")
	errLarge    = errors.New("its answer is too large")
)

// Error is why a server was not asked or did not answer. Its text does not tell whether anything listens at an address:
// what the network said is only in the cause, for the operator's log.
type Error struct {
	Host  string
	Text  string
	Cause error
}

func (e *Error) Error() string { return e.Host + ": " + e.Text }

// Unwrap is what the network said.
func (e *Error) Unwrap() error { return e.Cause }

// IsRefusal reports whether the address itself is refused: to try again is in vain.
func (e *Error) IsRefusal() bool {
	return errors.Is(e.Cause, errRefused) || errors.Is(e.Cause, errRedirect)
}

// check says whether an address may be connected to.
func (p Policy) check(endpoint netip.AddrPort) error {
	address := endpoint.Addr().Unmap()
	endpoint = netip.AddrPortFrom(address, endpoint.Port())
	if slices.Contains(p.Endpoints, endpoint) {
		return nil
	}
	ports := p.Ports
	if len(ports) == 0 {
		ports = DefaultPorts()
	}
	if !slices.Contains(ports, endpoint.Port()) {
		return errRefused
	}
	if address.IsLinkLocalUnicast() || address.IsMulticast() || address.IsUnspecified() {
		return errRefused
	}
	if within(address, p.Networks) {
		return nil
	}
	if !address.IsGlobalUnicast() || address.IsPrivate() || address.IsLoopback() || within(address, special) {
		return errRefused
	}
	return nil
}

// special are networks that no public server is in (IANA special-purpose address registries, RFC 6890), besides those
// that netip knows by itself. The last two carry IPv4 addresses inside, which would pass unseen.
var special = []netip.Prefix{
	netip.MustParsePrefix("0.0.0.0/8"), netip.MustParsePrefix("100.64.0.0/10"), netip.MustParsePrefix("192.0.0.0/24"),
	netip.MustParsePrefix("192.0.2.0/24"), netip.MustParsePrefix("198.18.0.0/15"),
	netip.MustParsePrefix("198.51.100.0/24"),
	netip.MustParsePrefix("203.0.113.0/24"), netip.MustParsePrefix("240.0.0.0/4"), netip.MustParsePrefix("2001:db8::/32"),
	netip.MustParsePrefix("64:ff9b::/96"), netip.MustParsePrefix("2002::/16"),
}

func within(address netip.Addr, networks []netip.Prefix) bool {
	return slices.ContainsFunc(networks, func(p netip.Prefix) bool { return p.Contains(address) })
}

// CheckURL says whether an address can be asked at all: its scheme, and that it holds no name and password.
func CheckURL(text string) (*url.URL, error) {
	u, err := url.Parse(text)
	if err != nil || u.Scheme != "http" && u.Scheme != "https" || u.Hostname() == "" || u.Opaque != "" {
		return nil, fmt.Errorf("%q is not the address of a web server: it starts with https:// or http://", text)
	}
	if u.User != nil {
		return nil, errors.New("leave name and password out of the address: they have fields of their own")
	}
	return u, nil
}

// Bare is an address as logs have it: without its query, which may hold what opens a door.
func Bare(address string) string {
	bare, _, _ := strings.Cut(address, "?")
	return bare
}

// Act is a bounded series of requests. Close it when it is done.
type Act struct {
	client *Client
	ctx    context.Context
	cancel context.CancelFunc
	limits Limits
}

// Begin begins an act; its time runs from now.
func (c *Client) Begin(ctx context.Context, limits Limits) *Act {
	ctx, cancel := context.WithTimeoutCause(ctx, limits.Time, errSlow)
	return &Act{client: c, ctx: ctx, cancel: cancel, limits: limits}
}

// Close ends the act and whatever of it is under way.
func (a *Act) Close() { a.cancel() }

// Answer is a server's answer, read to its end.
type Answer struct {
	Status int
	Header http.Header
	Body   []byte
}

// Do sends a request, with a context of its own making, and reads the answer. The error is an *Error, or the context's
// where the act was cancelled from outside.
func (a *Act) Do(request *http.Request) (*Answer, error) {
	host := request.URL.Host
	if _, err := CheckURL(request.URL.String()); err != nil {
		return nil, &Error{host, err.Error(), err}
	}
	if !origin.IsLoopback(request.URL) {
		if err := a.client.pace(request.URL).Wait(a.ctx); err != nil {
			return nil, a.explain(a.ctx, host, err)
		}
	}
	ctx, cancel := context.WithCancelCause(a.ctx)
	defer cancel(nil)
	silence := time.AfterFunc(a.limits.Silence, func() { cancel(errSlow) })
	defer silence.Stop()
	request = request.WithContext(ctx)
	if request.Body != nil { // what is still being sent is no silence
		request.Body = &heardBody{ReadCloser: request.Body, silence: silence, patience: a.limits.Silence}
	}
	response, err := a.client.http.Do(request)
	if err != nil {
		return nil, a.explain(ctx, host, err)
	}
	defer response.Body.Close()
	silence.Reset(a.limits.Silence)
	body, err := io.ReadAll(&heardBody{ReadCloser: io.NopCloser(io.LimitReader(response.Body, a.limits.Bytes+1)),
		silence: silence, patience: a.limits.Silence})
	if err != nil {
		return nil, a.explain(ctx, host, err)
	}
	if int64(len(body)) > a.limits.Bytes {
		return nil, &Error{host, errLarge.Error(), errLarge}
	}
	return &Answer{response.StatusCode, response.Header, body}, nil
}

// Get reads what is at an address. The error is one of Do, or says what else than that the server answers.
func (a *Act) Get(address string) ([]byte, error) {
	request, err := http.NewRequest(http.MethodGet, address, nil)
	if err != nil {
		return nil, fmt.Errorf("outbound: %w", err)
	}
	answer, err := a.Do(request)
	if err != nil {
		return nil, err
	}
	if answer.Status != http.StatusOK {
		return nil, fmt.Errorf("the service answers %d %s", answer.Status, http.StatusText(answer.Status))
	}
	return answer.Body, nil
}

// heardBody puts the end of patience off with every piece that passes, by as long as so much may take: what only drips
// is not waited for.
type heardBody struct {
	io.ReadCloser
	silence  *time.Timer
	patience time.Duration
	began    time.Time
	passed   int64
}

func (b *heardBody) Read(p []byte) (int, error) {
	if b.began.IsZero() {
		b.began = time.Now()
	}
	n, err := b.ReadCloser.Read(p)
	b.passed += int64(n)
	if n > 0 {
		slowest := b.began.Add(b.patience + time.Duration(b.passed)*time.Second/leastSpeed)
		b.silence.Reset(min(b.patience, time.Until(slowest)))
	}
	return n, err
}

// explain puts an error into words that are the same whether a port is open, shut or silent, but for one that was slow
// on purpose: that one was connected to by the policy's leave.
func (a *Act) explain(ctx context.Context, host string, err error) error {
	cause := context.Cause(ctx)
	for _, said := range []error{errRefused, errRedirect} {
		if errors.Is(err, said) {
			return &Error{host, said.Error(), err}
		}
	}
	if cause != nil && !errors.Is(cause, errSlow) {
		return fmt.Errorf("outbound: %w", cause)
	}
	return &Error{host, "it does not answer as a web server should", errors.Join(err, cause)}
}

// pace is how fast a server may be asked.
func (c *Client) pace(u *url.URL) *rate.Limiter {
	c.mu.Lock()
	defer c.mu.Unlock()
	key := origin.Of(u)
	if limiter, ok := c.paces[key]; ok {
		return limiter
	}
	if len(c.paces) >= maxPaced {
		clear(c.paces)
	}
	c.paces[key] = rate.NewLimiter(requestsPerSecond, requestBurst)
	return c.paces[key]
}
