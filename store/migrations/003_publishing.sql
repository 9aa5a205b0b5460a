-- What is asked to be sent to a site's host, and how far it is: whoever asked may have gone.
create table publication (
    id       bigint generated always as identity primary key,
    site     text not null references site on delete cascade,
    number   int not null,
    actor    text not null,
    state    text not null check (state in ('waiting', 'sending', 'live', 'failed')),
    sent     int not null default 0,
    total    int not null default 0,
    problem  text not null default '',
    asked_at timestamptz not null default now(),
    ended_at timestamptz,
    foreign key (site, number) references release on delete cascade
);
create index publication_of on publication (site, id desc);
create index publication_open on publication (site, id) where state in ('waiting', 'sending');

-- A host's password, sealed with the operator's key. The column password holds only what was written before there
-- was a key; it is sealed and emptied at the first start with one.
alter table host add column sealed bytea;
