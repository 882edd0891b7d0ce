-- The list is searched by words of the name, and sorted by it; deleted builds have a list of their own.
create index builds_by_name_words on builds using gin (lower(name) gin_trgm_ops);
create index builds_by_name on builds (lower(name), id) where deleted_at is null;
create index builds_by_deletion on builds (deleted_at) where deleted_at is not null;
create index packs_by_name on packs (lower(name), id) where retired_at is null;

-- Tells an edit that is sent again from another one under the same id. Edits from before this column have none.
alter table build_edits add column sent_digest text;

-- Words for the history, made when the edit is saved; older edits get theirs when somebody looks.
alter table build_edits add column label text;

-- The build as it stood now and then, so that an old state is not replayed from the very beginning.
create table build_checkpoints (
  build_id text not null references builds (id) on delete cascade,
  revision integer not null,
  document jsonb not null,
  primary key (build_id, revision)
);

-- The format in which a part or a pack is written; builds say it in their document.
alter table parts add column format_version smallint not null default 1;
alter table packs add column format_version smallint not null default 1;
