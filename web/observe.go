package web

import (
	"log/slog"
	"net/http"
	"net/netip"
	"slices"
	"strconv"
	"time"

	"github.com/go-chi/chi/v5"
	"github.com/go-chi/chi/v5/middleware"
	"github.com/go-chi/httplog/v3"
	"github.com/prometheus/client_golang/prometheus"

	"rubrel/store"
)

// meters are the figures that an operator watches.
type meters struct {
	requests *prometheus.HistogramVec
	streams  prometheus.Gauge
}

func newMeters() meters {
	return meters{
		requests: prometheus.NewHistogramVec(prometheus.HistogramOpts{
			Name: "rubrel_request_duration_seconds", Help: "How long requests took, by route, method and status.",
			Buckets: []float64{.005, .01, .02, .05, .1, .2, .5, 1, 2, 5, 10},
		}, []string{"route", "method", "status"}),
		streams: prometheus.NewGauge(prometheus.GaugeOpts{Name: "rubrel_event_streams",
			Help: "Event streams that are open."}),
	}
}

// Collectors are the server's figures, for a registry of the operator's.
func (s *Server) Collectors() []prometheus.Collector {
	stat := func(name, help string, read func(*store.Store) float64) prometheus.Collector {
		return prometheus.NewGaugeFunc(prometheus.GaugeOpts{Name: name, Help: help}, func() float64 { return read(s.Store) })
	}
	return []prometheus.Collector{
		s.meters.requests, s.meters.streams,
		stat("rubrel_database_connections", "Connections to PostgreSQL that are open.",
			func(db *store.Store) float64 { return float64(db.Stat().TotalConns()) }),
		stat("rubrel_database_connections_used", "Connections to PostgreSQL in use.",
			func(db *store.Store) float64 { return float64(db.Stat().AcquiredConns()) }),
		prometheus.NewCounterFunc(prometheus.CounterOpts{Name: "rubrel_database_waits_total",
			Help: "How often a request waited for a connection."},
			func() float64 { return float64(s.Store.Stat().EmptyAcquireCount()) }),
	}
}

// measured counts a request by the route that answered it: addresses themselves are without number.
func (s *Server) measured(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		began, wrapped := time.Now(), middleware.NewWrapResponseWriter(w, r.ProtoMajor)
		next.ServeHTTP(wrapped, r)
		route := chi.RouteContext(r.Context()).RoutePattern()
		s.meters.requests.WithLabelValues(route, r.Method,
			strconv.Itoa(wrapped.Status())).Observe(time.Since(began).Seconds())
	})
}

// requestFields are what a line tells of a request: no query, body, cookie or credential.
var requestFields = &httplog.Schema{RequestMethod: "method", RequestPath: "path", RequestRemoteIP: "from",
	ResponseStatus: "status", ResponseDuration: "took", ResponseBytes: "bytes", ErrorMessage: "error",
	ErrorStackTrace: "stack"}

// logged writes a line for each request.
func logged(log *slog.Logger) func(http.Handler) http.Handler {
	return httplog.RequestLogger(log, &httplog.Options{
		Level: slog.LevelInfo, Schema: requestFields, RecoverPanics: true,
		LogRequestHeaders: []string{}, LogResponseHeaders: []string{},
		Skip: func(r *http.Request, status int) bool {
			return status < http.StatusBadRequest && r.Method == http.MethodGet &&
				chi.RouteContext(r.Context()).RoutePattern() == "/static/*"
		},
	})
}

// clientAddress makes the address of a request that of the client, where a trusted proxy passes it on.
func (s *Server) clientAddress(next http.Handler) http.Handler {
	if len(s.options.Proxies) == 0 {
		return next
	}
	var trusted []string
	for _, p := range s.options.Proxies {
		trusted = append(trusted, p.String())
	}
	forwarded := middleware.ClientIPFromXFF(trusted...)(http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		if ip := middleware.GetClientIP(r.Context()); ip != "" {
			r.RemoteAddr = ip
		}
		next.ServeHTTP(w, r)
	}))
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		peer, err := netip.ParseAddrPort(r.RemoteAddr)
		if err == nil && slices.ContainsFunc(s.options.Proxies, func(p netip.Prefix) bool {
			return p.Contains(peer.Addr().Unmap())
		}) {
			forwarded.ServeHTTP(w, r)
			return
		}
		next.ServeHTTP(w, r)
	})
}
