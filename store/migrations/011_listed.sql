-- The list of sites goes by their last change, and says how many blocks each has.
create index site_listed on site (changed_at desc, id) where removed_at is null;
create index entity_blocks on entity (site) where name like 'blocks/%' and body is not null;
