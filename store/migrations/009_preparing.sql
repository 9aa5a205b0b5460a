-- A release has its number before it has its files: it is prepared by whoever publishes, not by the page that asks.
alter table release add column prepared_at timestamptz;
update release set prepared_at = at;
alter table publication drop constraint publication_state_check, add constraint publication_state_check
    check (state in ('waiting', 'preparing', 'sending', 'live', 'failed'));
drop index publication_open;
create index publication_open on publication (site, id) where ended_at is null;
update publication set ended_at = asked_at where ended_at is null and state in ('live', 'failed');
