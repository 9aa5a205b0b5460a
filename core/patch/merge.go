package patch

import "reflect"

// Merge makes one patch of two that follow each other, with its inverse. Both must be made of leaves: operations that
// add, replace or remove, none within another's path. What comes back to where it began is left out.
func Merge(first, firstInverse, second, secondInverse Patch) (merged, inverse Patch) {
	type leaf struct {
		path          Pointer
		before, after *Operation // nil where the place is empty
	}
	var order []string
	leaves := map[string]*leaf{}
	take := func(done, undone Patch) {
		for _, op := range undone {
			key := op.Path.String()
			if leaves[key] == nil {
				leaves[key] = &leaf{path: op.Path, before: held(op)}
				order = append(order, key)
			}
		}
		for _, op := range done {
			if l := leaves[op.Path.String()]; l != nil {
				l.after = held(op)
			}
		}
	}
	take(first, firstInverse)
	take(second, secondInverse)
	for _, key := range order {
		l := leaves[key]
		if reflect.DeepEqual(value(l.before), value(l.after)) && (l.before == nil) == (l.after == nil) {
			continue
		}
		merged = append(merged, step(l.path, l.before, l.after))
		inverse = append(Patch{step(l.path, l.after, l.before)}, inverse...)
	}
	return merged, inverse
}

// held is the operation where it leaves a value in its place.
func held(op Operation) *Operation {
	if op.Op == Remove {
		return nil
	}
	return &op
}

func value(op *Operation) any {
	if op == nil {
		return nil
	}
	return op.Value
}

// step takes a place from one state to another.
func step(path Pointer, from, to *Operation) Operation {
	switch {
	case to == nil:
		return Operation{Op: Remove, Path: path}
	case from == nil:
		return Operation{Op: Add, Path: path, Value: to.Value}
	}
	return Operation{Op: Replace, Path: path, Value: to.Value}
}
