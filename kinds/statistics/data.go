package statistics

import (
	"encoding/json"

	"rubrel/core/kind"
)

// data says to machines what was observed: an Observation of schema.org for each figure that has a day.
func data(v kind.View) []any {
	s := newSheet(v, tilesForm)
	var observations []any
	for _, r := range v.Set.Records {
		value, known := s.valueOf(r)
		date, dated := v.Set.Said(r, "date").(kind.Date)
		if !known || !dated {
			continue
		}
		o := map[string]any{"@context": "https://schema.org", "@type": "Observation", "name": kind.Text(r.Facts, "label"),
			"variableMeasured": kind.Text(r.Facts, "label"),
			"value":            json.Number(value.String()), "observationDate": date.String()}
		if unit := text(v.Set.Said(r, "unit")); unit != "" {
			o["unitText"] = unit
		}
		if note := kind.Text(r.Facts, "note"); note != "" {
			o["description"] = note
		}
		observations = append(observations, o)
	}
	return observations
}
