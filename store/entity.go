package store

import (
	"context"
	"encoding/json"
	"fmt"

	"github.com/jackc/pgx/v5"

	"rubrel/core/document"
)

// readEntities reads the entities of a site that were written after a version, -1 for all of them; a nil body is one
// that was removed.
func readEntities(ctx context.Context, q rowsQuerier, site string, after int64) (map[document.Entity]any, error) {
	rows, err := q.Query(ctx, "select name, body from entity where site = $1 and version > $2", site, after)
	if err != nil {
		return nil, fmt.Errorf("store: entities of %s: %w", site, err)
	}
	bodies := map[document.Entity]any{}
	var name document.Entity
	var text []byte
	_, err = pgx.ForEachRow(rows, []any{&name, &text}, func() error {
		var body any
		if text != nil {
			if err := json.Unmarshal(text, &body); err != nil {
				return fmt.Errorf("%s: %w", name, err)
			}
		}
		bodies[name] = body
		return nil
	})
	if err != nil {
		return nil, fmt.Errorf("store: entities of %s: %w", site, err)
	}
	return bodies, nil
}

// insertSite writes a new site with its entities.
func insertSite(ctx context.Context, tx pgx.Tx, id string, site *document.Site, tree any) error {
	_, err := tx.Exec(ctx, "insert into site (id, name, dress, blocks) values ($1, $2, $3, $4)", id, site.Name,
		site.House.Dress, len(site.Blocks))
	if err != nil {
		return err
	}
	var rows [][]any
	batch := &pgx.Batch{}
	for _, e := range document.Entities(tree) {
		body, _ := document.Body(tree, e)
		text, err := document.Encode(body)
		if err != nil {
			return err
		}
		rows = append(rows, []any{id, string(e), 0, string(text)})
		queuePictureUse(batch, id, 0, e, tree)
		queueArrival(batch, id, e, tree)
	}
	_, err = tx.CopyFrom(ctx, pgx.Identifier{"entity"}, []string{"site", "name", "version", "body"},
		pgx.CopyFromRows(rows))
	if err != nil {
		return err
	}
	return tx.SendBatch(ctx, batch).Close()
}

// queueEntities writes what a change has touched, as it is after it.
func queueEntities(batch *pgx.Batch, before, after *Loaded, touched []document.Entity) error {
	for _, e := range touched {
		var text *string
		if body, ok := document.Body(after.Tree, e); ok {
			encoded, err := document.Encode(body)
			if err != nil {
				return err
			}
			written := string(encoded)
			text = &written
		}
		batch.Queue(`insert into entity (site, name, version, body) values ($1, $2, $3, $4)
			on conflict (site, name) do update set version = excluded.version, body = excluded.body`,
			after.ID, string(e), after.Version, text)
		queuePictureUse(batch, after.ID, after.Version, e, before.Tree, after.Tree)
		queueArrival(batch, after.ID, e, after.Tree)
	}
	return nil
}

// queuePictureUse notes that a site, or its log, refers to a picture's bytes.
func queuePictureUse(batch *pgx.Batch, site string, version int64, e document.Entity, trees ...any) {
	id, ok := e.PictureID()
	if !ok {
		return
	}
	for _, tree := range trees {
		if hash := document.PictureFile(tree, id); hash != "" {
			batch.Queue(`insert into picture_use (site, hash, version) select $1, $2, $3
				where exists (select from blob where hash = $2)
				on conflict (site, hash) do update set version = excluded.version`, site, hash, version)
		}
	}
}
