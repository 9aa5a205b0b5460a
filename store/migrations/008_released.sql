-- The document that a release was made of, so that what changed since can be told.
alter table release add column document text references blob;
