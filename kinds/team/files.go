package team

import (
	"errors"
	"fmt"

	"rubrel/core/kind"
	"rubrel/formats/vcard"
)

// cards are address cards as a list of people.
var cards = kind.FileFormat{Name: "address cards (vCard)", Extensions: []string{".vcf", ".vcard"}, Is: vcard.IsCard,
	Partial: true,
	Table: func(file []byte, _ string, keep kind.KeepPicture) (rows [][]string, problems []string, err error) {
		people, wrong := vcard.Read(file)
		for _, problem := range wrong {
			problems = append(problems, problem.String())
		}
		rows, err = vcard.Table(people, func(person vcard.Person) (string, error) {
			name, err := keep(person.Name, person.Photo)
			var unfit *kind.PictureError
			if errors.As(err, &unfit) {
				problems = append(problems, fmt.Sprintf("%s: %s", person.Name, unfit.Problem))
				return "", nil
			}
			return name, err
		})
		return rows, problems, err
	}}
