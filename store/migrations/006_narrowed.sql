-- Pictures that were made narrower, so that no process makes them twice. They go with the bytes of either.
create table narrowed (
    file  text not null references blob (hash) on delete cascade,
    width int not null,
    hash  text not null references blob (hash) on delete cascade,
    primary key (file, width)
);
