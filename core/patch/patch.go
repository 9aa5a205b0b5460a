package patch

import (
	"encoding/json"
	"fmt"
	"reflect"
	"strconv"
)

// Op is the name of an operation of RFC 6902, section 4.
type Op string

// The six operations.
const (
	Add     Op = "add"
	Remove  Op = "remove"
	Replace Op = "replace"
	Move    Op = "move"
	Copy    Op = "copy"
	Test    Op = "test"
)

// Operation is one step of a patch.
type Operation struct {
	Op    Op
	Path  Pointer
	From  Pointer // for move and copy
	Value any     // for add, replace and test: a decoded JSON value
}

type wire struct {
	Op    Op               `json:"op"`
	Path  *Pointer         `json:"path"`
	From  *Pointer         `json:"from,omitempty"`
	Value *json.RawMessage `json:"value,omitempty"`
}

// MarshalJSON writes the members that the operation uses.
func (o Operation) MarshalJSON() ([]byte, error) {
	w := wire{Op: o.Op, Path: &o.Path}
	switch o.Op {
	case Add, Replace, Test:
		value, err := json.Marshal(o.Value)
		if err != nil {
			return nil, fmt.Errorf("patch: value of %s %s: %w", o.Op, o.Path, err)
		}
		raw := json.RawMessage(value)
		w.Value = &raw
	case Move, Copy:
		w.From = &o.From
	}
	return json.Marshal(w)
}

// UnmarshalJSON refuses an operation that lacks a member it needs; members it does not know are ignored,
// as RFC 6902 asks.
func (o *Operation) UnmarshalJSON(b []byte) error {
	var w struct {
		wire
		Value json.RawMessage `json:"value"`
	}
	if err := json.Unmarshal(b, &w); err != nil {
		return fmt.Errorf("patch: %w", err)
	}
	if w.Path == nil {
		return fmt.Errorf("patch: an operation has no path")
	}
	*o = Operation{Op: w.Op, Path: *w.Path}
	switch w.Op {
	case Remove:
	case Move, Copy:
		if w.From == nil {
			return fmt.Errorf("patch: %s %s has no from", w.Op, o.Path)
		}
		o.From = *w.From
	case Add, Replace, Test:
		if w.Value == nil {
			return fmt.Errorf("patch: %s %s has no value", w.Op, o.Path)
		}
		if err := json.Unmarshal(w.Value, &o.Value); err != nil {
			return fmt.Errorf("patch: value of %s %s: %w", w.Op, o.Path, err)
		}
	default:
		return fmt.Errorf("patch: unknown operation %q", w.Op)
	}
	return nil
}

// Patch is a sequence of operations that holds as a whole or not at all.
type Patch []Operation

// Apply returns the patched document and the patch that takes it back. The document given is left as it
// was: what changes is copied on the way down. An error names the operation that does not hold.
func (p Patch) Apply(document any) (result any, inverse Patch, err error) {
	result = document
	for i, operation := range p {
		next, undo, err := operation.apply(result)
		if err != nil {
			return nil, nil, fmt.Errorf("operation %d, %s %s: %w", i, operation.Op, operation.Path, err)
		}
		result = next
		inverse = append(undo, inverse...)
	}
	return result, inverse, nil
}

func (o Operation) apply(document any) (any, Patch, error) {
	switch o.Op {
	case Add:
		return add(document, o.Path, o.Value)
	case Remove:
		return remove(document, o.Path)
	case Replace:
		old, err := Get(document, o.Path)
		if err != nil {
			return nil, nil, err
		}
		next, err := edit(document, o.Path, func(any) (any, error) { return o.Value, nil })
		return next, Patch{{Op: Replace, Path: o.Path, Value: old}}, err
	case Move:
		if o.Path.Within(o.From) && len(o.Path) > len(o.From) {
			return nil, nil, fmt.Errorf("a value cannot move into itself")
		}
		value, err := Get(document, o.From)
		if err != nil {
			return nil, nil, err
		}
		without, back, err := remove(document, o.From)
		if err != nil {
			return nil, nil, err
		}
		next, undo, err := add(without, o.Path, value)
		return next, append(undo, back...), err
	case Copy:
		value, err := Get(document, o.From)
		if err != nil {
			return nil, nil, err
		}
		return add(document, o.Path, value)
	case Test:
		value, err := Get(document, o.Path)
		if err != nil {
			return nil, nil, err
		}
		if !reflect.DeepEqual(value, o.Value) {
			return nil, nil, &TestError{Path: o.Path, Want: o.Value, Have: value}
		}
		return document, nil, nil
	}
	return nil, nil, fmt.Errorf("unknown operation %q", o.Op)
}

// TestError is a test operation that does not hold.
type TestError struct {
	Path       Pointer
	Want, Have any
}

func (e *TestError) Error() string {
	return fmt.Sprintf("%s is not the value expected", e.Path)
}

// Get returns the value at a pointer.
func Get(document any, at Pointer) (any, error) {
	for i, token := range at {
		switch node := document.(type) {
		case map[string]any:
			child, ok := node[token]
			if !ok {
				return nil, fmt.Errorf("%s does not exist", at[:i+1])
			}
			document = child
		case []any:
			index, err := indexOf(token, len(node)-1)
			if err != nil {
				return nil, fmt.Errorf("%s: %w", at[:i+1], err)
			}
			document = node[index]
		default:
			return nil, fmt.Errorf("%s does not exist", at[:i+1])
		}
	}
	return document, nil
}

// edit copies the way down to a place and replaces what is there.
func edit(document any, at Pointer, change func(any) (any, error)) (any, error) {
	if len(at) == 0 {
		return change(document)
	}
	switch node := document.(type) {
	case map[string]any:
		child, ok := node[at[0]]
		if !ok {
			return nil, fmt.Errorf("%q does not exist", at[0])
		}
		next, err := edit(child, at[1:], change)
		if err != nil {
			return nil, err
		}
		copied := make(map[string]any, len(node))
		for key, value := range node {
			copied[key] = value
		}
		copied[at[0]] = next
		return copied, nil
	case []any:
		index, err := indexOf(at[0], len(node)-1)
		if err != nil {
			return nil, err
		}
		next, err := edit(node[index], at[1:], change)
		if err != nil {
			return nil, err
		}
		copied := append([]any(nil), node...)
		copied[index] = next
		return copied, nil
	}
	return nil, fmt.Errorf("%q does not exist", at[0])
}

func add(document any, at Pointer, value any) (any, Patch, error) {
	if len(at) == 0 {
		return value, Patch{{Op: Replace, Path: at, Value: document}}, nil
	}
	last := at[len(at)-1]
	undo := Patch{{Op: Remove, Path: at}}
	next, err := edit(document, at[:len(at)-1], func(parent any) (any, error) {
		switch node := parent.(type) {
		case map[string]any:
			copied := make(map[string]any, len(node)+1)
			for key, child := range node {
				copied[key] = child
			}
			if old, ok := node[last]; ok {
				undo = Patch{{Op: Replace, Path: at, Value: old}}
			}
			copied[last] = value
			return copied, nil
		case []any:
			index := len(node)
			if last != "-" {
				var err error
				if index, err = indexOf(last, len(node)); err != nil {
					return nil, err
				}
			}
			undo[0].Path = at[:len(at)-1].To(strconv.Itoa(index))
			copied := append(make([]any, 0, len(node)+1), node[:index]...)
			return append(append(copied, value), node[index:]...), nil
		}
		return nil, fmt.Errorf("its parent holds no members")
	})
	return next, undo, err
}

func remove(document any, at Pointer) (any, Patch, error) {
	old, err := Get(document, at)
	if err != nil {
		return nil, nil, err
	}
	if len(at) == 0 {
		return nil, Patch{{Op: Replace, Path: at, Value: old}}, nil
	}
	last := at[len(at)-1]
	next, err := edit(document, at[:len(at)-1], func(parent any) (any, error) {
		if node, ok := parent.(map[string]any); ok {
			copied := make(map[string]any, len(node))
			for key, child := range node {
				if key != last {
					copied[key] = child
				}
			}
			return copied, nil
		}
		node := parent.([]any) // Get found the place, so its parent is an object or an array
		index, err := indexOf(last, len(node)-1)
		if err != nil {
			return nil, err
		}
		return append(append(make([]any, 0, len(node)), node[:index]...), node[index+1:]...), nil
	})
	return next, Patch{{Op: Add, Path: at, Value: old}}, err
}

// indexOf reads an array index: digits without a leading zero (RFC 6901, section 4).
func indexOf(token string, most int) (int, error) {
	index, err := strconv.Atoi(token)
	if err != nil || strconv.Itoa(index) != token || index < 0 {
		return 0, fmt.Errorf("%q is not an array index", token)
	}
	if index > most {
		return 0, fmt.Errorf("index %d is beyond the end of the array", index)
	}
	return index, nil
}
