create table builds (
  id text primary key,
  name text not null,
  revision integer not null check (revision >= 0),
  document jsonb not null,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  deleted_at timestamptz
);

create index builds_by_update on builds (updated_at desc) where deleted_at is null;

-- Every edit ever saved, in order: the document of a build is the snapshot of this log.
create table build_edits (
  build_id text not null references builds (id) on delete cascade,
  revision integer not null,
  edit_id text not null,
  edit jsonb not null,
  -- What the edit touched, so that a later save can be told from a conflict.
  slots text[] not null,
  saved_at timestamptz not null default now(),
  primary key (build_id, revision),
  unique (build_id, edit_id)
);

create table parts (
  id text primary key,
  revision integer not null default 1,
  origin text not null check (origin in ('demo', 'own')),
  name text not null,
  kind text not null,
  spec jsonb not null,
  search_text text not null,
  created_at timestamptz not null default now()
);

create index parts_by_name on parts (kind, name, id);
