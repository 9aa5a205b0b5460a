-- One row a site: its document as a whole, and the version that counts its changes.
create table site (
    id         text primary key,
    version    bigint not null default 0,
    document   json not null,
    created_at timestamptz not null default now(),
    changed_at timestamptz not null default now()
);

-- One entry a change, in the same transaction as the document. Undo and redo are entries too, which point at
-- the edit they take back or repeat; the edit's state says where it stands.
create table change (
    id      bigint generated always as identity primary key,
    site    text not null references site on delete cascade,
    version bigint not null,
    actor   text not null,
    tab     text not null,
    scope   text not null,
    label   text not null,
    act     text not null check (act in ('edit', 'undo', 'redo')),
    of      bigint references change,
    state   text not null check (state in ('done', 'undone', 'forgotten')),
    patch   json not null,
    inverse json not null,
    at      timestamptz not null default now(),
    unique (site, version)
);
create index change_stack on change (site, actor, scope, id) where act = 'edit';

-- An edit that met another's on one place: kept until somebody says which value holds.
create table clash (
    id     bigint generated always as identity primary key,
    site   text not null references site on delete cascade,
    scope  text not null,
    actor  text not null,
    label  text not null,
    path   text not null,
    mine   text not null,
    theirs text not null,
    patch  json not null,
    at     timestamptz not null default now()
);

-- Published versions. Nothing in these two tables is ever updated.
create table blob (
    hash  text primary key,
    bytes bytea not null
);
create table release (
    site    text not null references site on delete cascade,
    number  int not null,
    version bigint not null,
    note    text not null,
    at      timestamptz not null default now(),
    primary key (site, number)
);
create table release_file (
    site   text not null,
    number int not null,
    path   text not null,
    type   text not null,
    hash   text not null references blob,
    primary key (site, number, path),
    foreign key (site, number) references release on delete cascade
);

-- Where a site is published, and which release is there now.
create table host (
    site     text primary key references site on delete cascade,
    url      text not null,
    public   text not null,
    username text not null,
    password text not null,
    live     int
);
