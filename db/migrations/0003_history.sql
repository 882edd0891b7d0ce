-- Where the log of a build begins: replayed over this, its edits give every state the build ever had.
alter table builds add column initial_document jsonb;
update builds set initial_document = document;
alter table builds alter column initial_document set not null;

-- States that somebody gave a name.
create table build_states (
  build_id text not null references builds (id) on delete cascade,
  revision integer not null check (revision >= 0),
  name text not null,
  named_at timestamptz not null default now(),
  primary key (build_id, revision)
);
