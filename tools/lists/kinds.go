package main

import (
	"fmt"
	"math/rand/v2"
	"strings"
)

// made are the lists that can be made, by kind.
var made = []func(r *rand.Rand, t tongue) list{plans, people, reviews, figures, skills, boxes, plans, points}

// names are of people that do not exist.
var names = []string{"Ida Brandt", "Tomasz Wilk", "Noor Haddad", "Jun Ogawa", "Eli Nielsen", "Mara Quist", "Otto Bell",
	"Änne Öhlmann", "Zoë Śliwa", "Bo Ek", "Ana-Lucía Prat", "Per Ås"}

// words are names of things in no language.
var words = []string{"Alba", "Borea", "Cirro", "Dusk", "Ember", "Fjell", "Grano", "Halo", "Isla", "Juno", "Kairo",
	"Lumen"}

func pick(r *rand.Rand, from []string, n int) []string {
	var out []string
	for _, i := range r.Perm(len(from))[:n] {
		out = append(out, from[i])
	}
	return out
}

// number is one as a document holds it, and written the same as the language writes it.
func (t tongue) number(whole, cents int) (plain, written string) {
	plain = fmt.Sprint(whole)
	written = plain
	if whole >= 1000 {
		written = fmt.Sprintf("%d%s%03d", whole/1000, t.group, whole%1000)
	}
	if cents >= 0 {
		plain += fmt.Sprintf(".%02d", cents)
		written += fmt.Sprintf("%s%02d", t.decimal, cents)
	}
	return plain, written
}

func plans(r *rand.Rand, t tongue) list {
	n := 2 + r.IntN(5)
	l := list{kind: "pricing", heads: []string{t.plan, t.month, t.year, t.feature, t.note}}
	for _, name := range pick(r, words, n) {
		month := 5 + r.IntN(180)
		monthPlain, monthText := t.number(month, 50)
		yearPlain, yearText := t.number(month*10, 0)
		row := []cell{{name, "title=" + name}, {monthText + " " + t.sign, "price:month:" + t.code + "=" + monthPlain},
			{yearText + " " + t.sign, "price:year:" + t.code + "=" + yearPlain}}
		if r.IntN(2) == 0 {
			row = append(row, cell{t.yes, "feature:" + t.feature + "=yes"})
		} else {
			row = append(row, cell{t.no, "feature:" + t.feature + "=no"})
		}
		l.rows = append(l.rows, append(row, cell{t.text, "note=" + t.text}))
	}
	return l
}

func people(r *rand.Rand, t tongue) list {
	l := list{kind: "team", heads: []string{t.name, t.position, t.about, t.email}, broken: "to follow"}
	for _, name := range pick(r, names, 3+r.IntN(8)) {
		address := strings.ToLower(name[:1]) + fmt.Sprint(r.IntN(900)) + "@example.org"
		if name[0] > 127 {
			address = "x" + fmt.Sprint(r.IntN(900)) + "@example.org"
		}
		l.rows = append(l.rows, []cell{{name, "name=" + name}, {"Abc", "position=Abc"}, {t.text, "text=" + t.text},
			{address, "email=" + address}})
	}
	return l
}

func reviews(r *rand.Rand, t tongue) list {
	l := list{kind: "reviews", heads: []string{t.name, t.rating, t.review, t.date}, broken: "n. n."}
	for _, name := range pick(r, names, 3+r.IntN(8)) {
		rating, written := fmt.Sprint(1+r.IntN(5)), ""
		written = rating
		if r.IntN(3) == 0 && rating != "5" {
			rating, written = rating+".5", rating+t.decimal+"5"
		}
		day := fmt.Sprintf("2026-%02d-%02d", 1+r.IntN(12), 13+r.IntN(15))
		text := day
		if t.days == "." {
			text = day[8:] + "." + day[5:7] + "." + day[:4]
		}
		l.rows = append(l.rows, []cell{{name, "name=" + name}, {written, "rating=" + rating}, {t.text, "text=" + t.text},
			{text, "date=" + day}})
	}
	return l
}

func figures(r *rand.Rand, t tongue) list {
	l := list{kind: "statistics", heads: []string{t.figure, t.value}, sums: t.sum, broken: "?"}
	sum := 0
	for _, name := range pick(r, words, 4+r.IntN(8)) {
		n := r.IntN(60_000)
		sum += n
		plain, written := t.number(n, -1)
		l.rows = append(l.rows, []cell{{name, "label=" + name}, {written, "value=" + plain}})
	}
	l.sum = fmt.Sprint(sum)
	return l
}

func skills(r *rand.Rand, t tongue) list {
	l := list{kind: "skillbars", heads: []string{t.skill, t.value}}
	for _, name := range pick(r, words, 3+r.IntN(8)) {
		n := fmt.Sprint(1 + r.IntN(100))
		l.rows = append(l.rows, []cell{{name, "name=" + name}, {n + " %", "value=" + n}})
	}
	return l
}

func boxes(r *rand.Rand, t tongue) list {
	l := list{kind: "boxes", heads: []string{t.title, t.about, t.link}, broken: "javascript:x()"}
	for _, name := range pick(r, words, 2+r.IntN(8)) {
		path := "/" + strings.ToLower(name)
		l.rows = append(l.rows, []cell{{name, "title=" + name}, {t.text, "text=" + t.text}, {path, "link=" + path}})
	}
	return l
}

func points(r *rand.Rand, t tongue) list {
	l := list{kind: "points", heads: []string{t.title, t.about}}
	for _, name := range pick(r, words, 2+r.IntN(8)) {
		l.rows = append(l.rows, []cell{{name, "title=" + name}, {t.text, "text=" + t.text}})
	}
	return l
}
