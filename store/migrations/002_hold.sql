-- Values that are tried one after another while a designer holds the mouse or a key are one entry of the log.
alter table change add column hold text not null default '';
