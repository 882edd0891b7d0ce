-- A plan as a machine was built by it. It stays when the build goes on, and when the build is deleted for good.
create table machine_plans (
  build_id text not null,
  revision integer not null,
  document jsonb not null,
  primary key (build_id, revision)
);

-- One machine made from a plan. All but where it began follows from its log, and is kept here to be searched.
create table machines (
  id text primary key,
  build_id text not null,
  first_revision integer not null,
  -- The revision of the plan that it goes by now.
  plan_revision integer not null,
  name text not null,
  serial text,
  entry_count integer not null default 0,
  -- What it is made of, each part once with its count, and all words that it is found by.
  parts jsonb not null default '[]',
  search_text text not null default '',
  made_at timestamptz not null default now(),
  foreign key (build_id, first_revision) references machine_plans (build_id, revision),
  foreign key (build_id, plan_revision) references machine_plans (build_id, revision)
);

create index machines_by_build on machines (build_id, made_at);
create index machines_by_words on machines using gin (search_text gin_trgm_ops);

create table machine_log (
  machine_id text not null references machines (id),
  -- In the order in which they came in; a page asks for what came after what it has.
  number integer not null,
  entry_id text not null,
  kind text not null,
  corrects text,
  written_at timestamptz not null,
  entry jsonb not null,
  sent_digest text not null,
  received_at timestamptz not null default now(),
  primary key (machine_id, number),
  unique (machine_id, entry_id)
);

create index machine_log_by_kind on machine_log (machine_id, kind);
create index machine_log_by_correction on machine_log (machine_id, corrects) where corrects is not null;
create index machine_log_of_programs on machine_log (lower(entry #>> '{what,name}')) where kind = 'program';

-- Nothing in the log of a machine is ever changed or taken away: what is not so any more is corrected by a new entry.
create function machine_log_only_grows() returns trigger language plpgsql as $$
begin
  raise exception 'The log of a machine only grows.' using errcode = 'restrict_violation';
end
$$;
create trigger machine_log_only_grows before update or delete on machine_log
  for each statement execute function machine_log_only_grows();
create trigger machine_log_is_not_emptied before truncate on machine_log
  for each statement execute function machine_log_only_grows();

create table machine_photos (
  machine_id text not null references machines (id),
  id text not null,
  width_px integer not null,
  height_px integer not null,
  -- As it was made anew from what was sent, without what a camera writes beside the picture.
  image bytea not null,
  preview bytea not null,
  kept_at timestamptz not null default now(),
  primary key (machine_id, id)
);
