-- A site's document is kept as its entities, each with the version of the site at which it was last written, so that an
-- edit reads and writes what it touches. An entity that was removed stays, without a body, until the log is cut past
-- it: other processes have to hear of it.
create table entity (
    site    text not null references site on delete cascade,
    name    text not null,
    version bigint not null,
    body    json,
    primary key (site, name)
);
create index entity_since on entity (site, version);

insert into entity
select id, 'site', version, (document::jsonb - '{house,sets,blocks,pages,pictures}'::text[])::json from site
union all
select id, 'house', version, document->'house' from site
union all
select id, 'sets/' || set.key, version, (set.value::jsonb - 'records')::json
from site, json_each(document->'sets') set
union all
select id, 'sets/' || set.key || '/records/' || record.key, version, record.value
from site, json_each(document->'sets') set, json_each(set.value->'records') record
union all
select id, list || '/' || member.key, version, member.value
from site, unnest('{blocks,pages,pictures}'::text[]) list, json_each(document->list) member;

alter table site drop column document;

-- Which bytes a site's document or its log refers to, and at which version last. Bytes that no site uses, and no
-- release, are swept some time after they came.
create table picture_use (
    site    text not null references site on delete cascade,
    hash    text not null references blob,
    version bigint not null,
    primary key (site, hash)
);
create index picture_use_hash on picture_use (hash);
create index release_file_hash on release_file (hash);
alter table blob add column held_at timestamptz not null default now();

insert into picture_use
select used.site, used.hash, max(used.version)
from (select entity.site, body->>'file' as hash, site.version
      from entity join site on site.id = entity.site where name like 'pictures/%'
      union all
      select site, file[1], version
      from change, regexp_matches(patch::text || inverse::text, '"file":\s*"([0-9a-f]{64})"', 'g') file) used
     join blob on blob.hash = used.hash
group by used.site, used.hash;
