-- The queries of undo and redo go to the end of one author's entries of one state; forgotten entries are in no index.
drop index change_stack;
create index change_stack on change (site, actor, scope, state, id) where act = 'edit' and state <> 'forgotten';

-- Entries go when the log is bounded; those that undid or repeated them stay.
create index change_of on change (of) where of is not null;
alter table change drop constraint change_of_fkey,
    add constraint change_of_fkey foreign key (of) references change on delete set null;

-- The log of a site is whole for what was changed after this version.
alter table site add column logged_from bigint not null default 0;
create index clash_scope on clash (site, scope, id);

-- A removed site can be brought back until somebody deletes it for good.
alter table site add column removed_at timestamptz;
