-- What an address said last from which a set's list is read every day. The sets say so in their documents: a row is
-- written and deleted with them.
create table arrival (
    site     text not null references site on delete cascade,
    list_of  text not null,
    address  text not null,
    next_at  timestamptz not null,
    asked_at timestamptz,
    body     bytea,
    said     text not null default '',
    summary  text not null default '',
    problem  text not null default '',
    primary key (site, list_of)
);
create index arrival_next on arrival (next_at);
