-- A page sends an edit again whose answer it did not get. The edit's key says that it was taken, so that it is taken
-- once.
alter table change add column key text not null default '';
create unique index change_key on change (site, key) where key <> '';
alter table clash add column key text not null default '';
create unique index clash_key on clash (site, key) where key <> '';
