-- What the list of sites says of each stands with the site: a list of a thousand reads no document.
alter table site add column name text not null default '', add column dress text not null default '',
    add column blocks int not null default 0;

update site set
    name = coalesce((select body->>'name' from entity where site = id and entity.name = 'site'), ''),
    dress = coalesce((select body->>'dress' from entity where site = id and entity.name = 'house'), ''),
    blocks = (select count(*) from entity where site = id and entity.name like 'blocks/%' and body is not null);

drop index entity_blocks;
