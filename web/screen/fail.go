package screen

import (
	"errors"
	"net/http"
	"strings"
	"unicode"
	"unicode/utf8"

	"rubrel/core/document"
	"rubrel/core/ledger"
	"rubrel/formats/pictures"
	"rubrel/store"
)

// Faulted is an error whose own words a designer is to read; nil of nil.
func Faulted(err error) error {
	if err == nil {
		return nil
	}
	return &document.Fault{Problem: err.Error()}
}

// BadRequest is a request that no page of Rubrel's sends.
type BadRequest struct{ Problem string }

func (e *BadRequest) Error() string { return e.Problem }

// Fail answers with an error page: what a person can mend is said, what they cannot is logged.
func (s *Server) Fail(w http.ResponseWriter, r *http.Request, err error) {
	status, message := Explain(err)
	if status >= http.StatusInternalServerError && r.Context().Err() == nil || status == http.StatusInternalServerError {
		s.Log.ErrorContext(r.Context(), "request", "path", r.URL.Path, "error", err)
	}
	sayWhen(w, status, err)
	f := s.NewFrame(r, "Not done")
	f.Fault = message
	s.Show(w, r, status, "error.html", f)
}

// sayWhen says when to ask again, where that may help.
func sayWhen(w http.ResponseWriter, status int, err error) {
	if status == http.StatusServiceUnavailable && !errors.Is(store.Reason(err), store.ErrReadOnly) {
		w.Header().Set("Retry-After", "5")
	}
}

// told are errors whose own words say what to do, with the status that fits.
var told = []struct {
	err    error
	status int
}{
	{store.ErrTaken, http.StatusConflict}, {store.ErrLive, http.StatusConflict},
	{store.ErrNothingToUndo, http.StatusConflict}, {store.ErrNothingToRedo, http.StatusConflict},
	{store.ErrTooOld, http.StatusConflict}, {store.ErrManyClashes, http.StatusConflict},
	{store.ErrNoKey, http.StatusUnprocessableEntity}, {store.ErrOtherKey, http.StatusUnprocessableEntity},
	{store.ErrPasswordNeeded, http.StatusUnprocessableEntity},
	{store.ErrReadOnly, http.StatusServiceUnavailable}, {pictures.ErrBusy, http.StatusServiceUnavailable},
}

// Explain finds the status and the words for an error.
func Explain(err error) (status int, message string) {
	var fault *document.Fault
	var clash *document.Clash
	var stands *document.Stands
	var bad *BadRequest
	var other *ledger.OtherListError
	switch {
	case errors.As(err, &other):
		return http.StatusUnprocessableEntity, Sentence(other.Error())
	case errors.Is(err, store.ErrNotFound):
		return http.StatusNotFound, "There is nothing at this address. It may have been removed; the list of sites has " +
			"what there is."
	case errors.As(err, &clash):
		return http.StatusConflict, clash.Error()
	case errors.As(err, &stands):
		return http.StatusConflict, stands.Error() + "."
	case errors.As(err, &fault):
		return http.StatusUnprocessableEntity, fault.Problem
	case errors.As(err, &bad):
		return http.StatusBadRequest, bad.Problem
	case errors.As(err, new(*http.MaxBytesError)):
		return http.StatusRequestEntityTooLarge, "This is larger than 32 MB, more than Rubrel takes at once. Paste only " +
			"the rows of the list itself."
	}
	reason := store.Reason(err)
	for _, known := range told {
		if errors.Is(reason, known.err) {
			return known.status, Sentence(known.err.Error())
		}
	}
	if errors.Is(reason, store.ErrUnavailable) {
		return http.StatusServiceUnavailable, "The database does not answer, so nothing can be read or saved just now. " +
			"What was saved is safe; try again in a moment."
	}
	return http.StatusInternalServerError, "Something broke at our side; what you did before is saved. Try again, and " +
		"if it stays, look at the log."
}

// Sentence begins with a capital and ends with a full stop.
func Sentence(text string) string {
	first, size := utf8.DecodeRuneInString(text)
	return string(unicode.ToUpper(first)) + strings.TrimSuffix(text[size:], ".") + "."
}
