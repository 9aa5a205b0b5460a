package web

import (
	"context"
	"errors"
	"fmt"
	"io"
	"net/http"
	"net/url"
	"strings"
	"time"
	"unicode/utf8"

	"rubrel/core/document"
	"rubrel/core/plaintext"
	"rubrel/web/screen"
)

// What the fields of a request may carry.
const (
	maxFormKept  = 8 << 20 // of an upload, in memory; the rest waits in a file
	maxFields    = 2000
	maxFieldText = 20_000 // characters of one field, but for those in fieldLimits
)

// fieldLimits bounds the fields, in characters, that are shorter or longer than others.
var fieldLimits = map[string]int{
	"held": 100 << 10,                              // pictures that came with a list
	"text": screen.MaxBody, "book": screen.MaxBody, // lists
	"answer": screen.MaxAnswer, "cells": 4 << 20, // what a service said, a rectangle of cells
	"tab": maxToken, "hold": maxToken, "edit-key": maxToken, "known": 20_000,
	"part": maxToken, "width": maxToken, "state": maxToken, "act": maxToken,
	"view": 4000, "measured": 200, "mark": 200, "reason": 2000, "name": 2000, "open": 2000,
}

// maxToken bounds the words that pages make themselves.
const maxToken = 80

// How long a body may keep a request waiting: for the next piece of it, and in all.
const (
	bodySilence = 20 * time.Second
	bodyTime    = 10 * time.Minute
)

// patience is how long the database has to answer a request.
const patience = 20 * time.Second

// filePatience is how long the work on files may take, which stands back behind all else and waits for its turn.
const filePatience = 5 * time.Minute

// edge is where texts come in: every field of every request is clean text of a bounded length behind it, and a body
// that does not come ends the request. What is not text is refused before anything looks at it.
func (s *Server) edge(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		if !plaintext.IsClean(r.URL.Path) {
			http.Error(w, "there is nothing at this address", http.StatusNotFound)
			return
		}
		if r.Body != nil && r.Body != http.NoBody {
			heard := &heardBody{r.Body, http.NewResponseController(w), time.Now().Add(bodyTime)}
			r.Body = http.MaxBytesReader(w, heard, screen.MaxBody)
		}
		if err := readForm(r); err != nil {
			s.Fail(w, r, err)
			return
		}
		if r.MultipartForm != nil {
			defer func() { _ = r.MultipartForm.RemoveAll() }() // files of an upload
		}
		if r.URL.Path != eventsPath { // from here on: a body may take its own time to come
			ctx, cancel := context.WithTimeout(r.Context(), patienceFor(r))
			defer cancel()
			r = r.WithContext(ctx)
		}
		next.ServeHTTP(w, r)
	})
}

// patienceFor is longer where files have come, which may be pictures.
func patienceFor(r *http.Request) time.Duration {
	if r.MultipartForm != nil && len(r.MultipartForm.File) > 0 {
		return filePatience
	}
	return patience
}

// heardBody is a body of which every piece must come in time.
type heardBody struct {
	io.ReadCloser
	control *http.ResponseController
	end     time.Time
}

func (b *heardBody) Read(p []byte) (int, error) {
	deadline := time.Now().Add(bodySilence)
	if deadline.After(b.end) {
		deadline = b.end
	}
	_ = b.control.SetReadDeadline(deadline) // a connection without deadlines has the server's own
	n, err := b.ReadCloser.Read(p)
	if err != nil {
		_ = b.control.SetReadDeadline(time.Time{})
	}
	return n, err
}

// readForm parses the request's fields and cleans them.
func readForm(r *http.Request) error {
	var err error
	if strings.HasPrefix(r.Header.Get("Content-Type"), "multipart/") {
		err = r.ParseMultipartForm(maxFormKept)
	} else {
		err = r.ParseForm()
	}
	if errors.As(err, new(*http.MaxBytesError)) {
		return err
	}
	if err != nil {
		return &screen.BadRequest{Problem: "the form cannot be read: send it again from its page"}
	}
	if len(r.Form) > maxFields {
		return &screen.BadRequest{Problem: fmt.Sprintf("the form has %d fields; at most %d fit", len(r.Form), maxFields)}
	}
	values := []url.Values{r.Form, r.PostForm}
	if r.MultipartForm != nil {
		values = append(values, r.MultipartForm.Value)
	}
	for _, fields := range values {
		if err := cleanFields(fields); err != nil {
			return err
		}
	}
	return nil
}

// cleanFields cleans every value where it is, and refuses what is no text or too long.
func cleanFields(fields url.Values) error {
	for name, values := range fields {
		if !plaintext.IsClean(name) || len(name) > maxToken {
			return &screen.BadRequest{Problem: "a field has a name that no page gives it"}
		}
		for i, value := range values {
			cleaned, err := plaintext.Clean(value)
			if err != nil {
				return &screen.BadRequest{Problem: name + ": " + err.Error()}
			}
			if n, most := utf8.RuneCountInString(cleaned), limitOf(name); n > most {
				return &document.Fault{Problem: fmt.Sprintf("%s has %d characters; at most %d fit", name, n, most)}
			}
			values[i] = cleaned
		}
	}
	return nil
}

func limitOf(field string) int {
	if limit, ok := fieldLimits[field]; ok {
		return limit
	}
	return maxFieldText
}
