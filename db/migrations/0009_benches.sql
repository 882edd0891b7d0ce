-- Benches, the people who work on them, and how these prove who they are. On one desk there is one bench and nobody
-- signs in; served to many, every request works on one bench, and sees no row of another.

create table benches (
  id text primary key,
  name text not null,
  made_at timestamptz not null default now()
);
insert into benches (id, name) values ('desk', 'The desk');

create table people (
  id text primary key,
  sign_in_name text not null unique,
  name text not null,
  password_hash text not null,
  made_at timestamptz not null default now()
);

create table memberships (
  bench_id text not null references benches (id) on delete cascade,
  person_id text not null references people (id) on delete cascade,
  role text not null check (role in ('reader', 'maker', 'owner')),
  joined_at timestamptz not null default now(),
  primary key (bench_id, person_id)
);
create index memberships_by_person on memberships (person_id);

-- Of everything that opens something only a digest is kept: whoever reads the store can open nothing with it.
create table sessions (
  id text primary key,
  token_digest bytea not null unique,
  person_id text not null references people (id) on delete cascade,
  -- Where this person works just now, unless a page says otherwise.
  bench_id text references benches (id) on delete set null,
  device text not null,
  address text not null,
  began_at timestamptz not null default now(),
  seen_at timestamptz not null default now(),
  ends_at timestamptz not null
);
create index sessions_by_person on sessions (person_id);

create table passkeys (
  credential_id text primary key,
  person_id text not null references people (id) on delete cascade,
  name text not null,
  public_key bytea not null,
  sign_count bigint not null,
  transports text[] not null,
  made_at timestamptz not null default now(),
  used_at timestamptz
);
create index passkeys_by_person on passkeys (person_id);

-- What a browser is to sign with its passkey, once.
create table passkey_challenges (
  token_digest bytea primary key,
  challenge text not null,
  person_id text references people (id) on delete cascade,
  ends_at timestamptz not null
);

-- Links that work once: for the first owner of a bench, for somebody who is invited, for somebody who lost a password.
create table entry_links (
  id text primary key,
  token_digest bytea not null unique,
  sort text not null check (sort in ('first', 'invited', 'recover')),
  bench_id text references benches (id) on delete cascade,
  role text check (role in ('reader', 'maker', 'owner')),
  person_id text references people (id) on delete cascade,
  made_at timestamptz not null default now(),
  ends_at timestamptz not null
);

create table sign_in_tries (
  name_digest bytea not null,
  address text not null,
  tried_at timestamptz not null default now()
);
create index sign_in_tries_by_name on sign_in_tries (name_digest, tried_at);
create index sign_in_tries_by_address on sign_in_tries (address, tried_at);

-- Addresses under which a build may be looked at by whoever has one.
create table links (
  id text primary key,
  bench_id text not null default nullif(current_setting('loom.bench', true), ''),
  build_id text not null,
  token_digest bytea not null unique,
  made_at timestamptz not null default now(),
  ends_at timestamptz
);

-- Every row belongs to a bench: by itself to the one that its transaction works on.
alter table builds add column bench_id text not null default 'desk' references benches (id) on delete cascade;
alter table builds add constraint builds_of_a_bench unique (bench_id, id);
alter table build_edits add column bench_id text not null default 'desk';
alter table build_states add column bench_id text not null default 'desk';
alter table build_checkpoints add column bench_id text not null default 'desk';
alter table build_glances add column bench_id text not null default 'desk';
alter table machine_plans add column bench_id text not null default 'desk' references benches (id) on delete cascade;
alter table machines add column bench_id text not null default 'desk';
alter table machine_log add column bench_id text not null default 'desk';
alter table machine_photos add column bench_id text not null default 'desk';
-- Parts and packs of no bench come with the program, and everybody sees them.
alter table parts add column bench_id text references benches (id) on delete cascade;
alter table packs add column bench_id text references benches (id) on delete cascade;
update parts set bench_id = 'desk' where origin = 'own';
update packs set bench_id = 'desk' where origin = 'own';

do $$
declare
  held text;
begin
  foreach held in array array['builds', 'build_edits', 'build_states', 'build_checkpoints', 'build_glances',
    'machine_plans', 'machines', 'machine_log', 'machine_photos', 'parts', 'packs'] loop
    execute format($f$alter table %I alter column bench_id set default nullif(current_setting('loom.bench', true), '')$f$, held);
  end loop;
end
$$;

-- What hangs on a row is on the bench of that row. Two benches may hold the same part, and machines of one plan.
alter table build_edits drop constraint build_edits_build_id_fkey,
  add foreign key (bench_id, build_id) references builds (bench_id, id) on delete cascade;
alter table build_states drop constraint build_states_build_id_fkey,
  add foreign key (bench_id, build_id) references builds (bench_id, id) on delete cascade;
alter table build_checkpoints drop constraint build_checkpoints_build_id_fkey,
  add foreign key (bench_id, build_id) references builds (bench_id, id) on delete cascade;
alter table build_glances drop constraint build_glances_build_id_fkey,
  add foreign key (bench_id, build_id) references builds (bench_id, id) on delete cascade;
alter table links add foreign key (bench_id, build_id) references builds (bench_id, id) on delete cascade;
alter table machines drop constraint machines_build_id_first_revision_fkey,
  drop constraint machines_build_id_plan_revision_fkey;
alter table machine_plans drop constraint machine_plans_pkey, add primary key (bench_id, build_id, revision);
alter table machines
  add foreign key (bench_id, build_id, first_revision) references machine_plans (bench_id, build_id, revision),
  add foreign key (bench_id, build_id, plan_revision) references machine_plans (bench_id, build_id, revision),
  add constraint machines_of_a_bench unique (bench_id, id);
alter table machine_log drop constraint machine_log_machine_id_fkey,
  add foreign key (bench_id, machine_id) references machines (bench_id, id);
alter table machine_photos drop constraint machine_photos_machine_id_fkey,
  add foreign key (bench_id, machine_id) references machines (bench_id, id);
alter table parts drop constraint parts_pkey, add constraint parts_by_id unique nulls not distinct (id, bench_id);
alter table packs drop constraint packs_pkey, add constraint packs_by_id unique nulls not distinct (id, bench_id);

-- What a bench took off its shelf of what comes with the program; a part of its own says so itself.
create table taken_off (
  bench_id text not null default nullif(current_setting('loom.bench', true), '') references benches (id) on delete cascade,
  sort text not null check (sort in ('part', 'pack')),
  id text not null,
  primary key (bench_id, sort, id)
);
insert into taken_off (bench_id, sort, id) select 'desk', 'part', id from parts where bench_id is null and retired_at is not null;
insert into taken_off (bench_id, sort, id) select 'desk', 'pack', id from packs where bench_id is null and retired_at is not null;
update parts set retired_at = null where bench_id is null;
update packs set retired_at = null where bench_id is null;

create index links_by_build on links (bench_id, build_id);
drop index builds_by_update, builds_by_name, machines_by_build;
create index builds_by_update on builds (bench_id, updated_at desc) where deleted_at is null;
create index builds_by_name on builds (bench_id, lower(name), id) where deleted_at is null;
create index machines_by_build on machines (bench_id, build_id, made_at);
create index machines_in_order on machines (bench_id, made_at desc, id);

-- The second wall. The server asks under the role loom_bench (server/bench.ts), whose transactions say on which bench
-- they work and as what; even a query that forgets to ask for it sees and changes nothing of another bench. Whoever
-- owns the tables looks after the store and is not held by it.
create function works_on(bench text) returns boolean language sql stable
  return bench = nullif(current_setting('loom.bench', true), '');
create function may_change(bench text) returns boolean language sql stable
  return bench = nullif(current_setting('loom.bench', true), '')
    and current_setting('loom.role', true) in ('maker', 'owner');

do $$
declare
  held text;
begin
  foreach held in array array['builds', 'build_edits', 'build_states', 'machine_plans', 'machines', 'machine_log',
    'machine_photos', 'taken_off', 'links'] loop
    execute format('alter table %I enable row level security', held);
    execute format('create policy looks on %I for select using (works_on(bench_id))', held);
    execute format('create policy changes on %I for all using (may_change(bench_id)) with check (may_change(bench_id))', held);
  end loop;
  foreach held in array array['parts', 'packs'] loop
    execute format('alter table %I enable row level security', held);
    execute format('create policy looks on %I for select using (bench_id is null or works_on(bench_id))', held);
    execute format('create policy changes on %I for all using (may_change(bench_id)) with check (may_change(bench_id))', held);
  end loop;
  -- What is only worked out once more where it is not there: whoever looks may keep it.
  foreach held in array array['build_checkpoints', 'build_glances'] loop
    execute format('alter table %I enable row level security', held);
    execute format('create policy works on %I for all using (works_on(bench_id)) with check (works_on(bench_id))', held);
  end loop;
  foreach held in array array['benches', 'people', 'memberships', 'sessions', 'passkeys', 'passkey_challenges',
    'entry_links', 'sign_in_tries'] loop
    execute format('alter table %I enable row level security', held);
  end loop;
end
$$;

-- The same rows for searches by words. A policy keeps the database from using its word indexes, since it lets no
-- operator see a row before the policy has; a view of its owner does not.
create view builds_here as select * from builds where bench_id = nullif(current_setting('loom.bench', true), '');
create view machines_here as select * from machines where bench_id = nullif(current_setting('loom.bench', true), '');
create view parts_here as
  select *, retired_at is not null or exists (
    select 1 from taken_off t
    where t.bench_id = nullif(current_setting('loom.bench', true), '') and t.sort = 'part' and t.id = parts.id
  ) as is_retired
  from parts where bench_id is null or bench_id = nullif(current_setting('loom.bench', true), '');
create view packs_here as
  select *, retired_at is not null or exists (
    select 1 from taken_off t
    where t.bench_id = nullif(current_setting('loom.bench', true), '') and t.sort = 'pack' and t.id = packs.id
  ) as is_retired
  from packs where bench_id is null or bench_id = nullif(current_setting('loom.bench', true), '');

-- A log goes with its machine where a whole bench is deleted by its owners, and never otherwise.
create or replace function machine_log_only_grows() returns trigger language plpgsql as $$
begin
  if current_setting('loom.deletes_bench', true) = 'yes' and tg_op = 'DELETE' then
    return null;
  end if;
  raise exception 'The log of a machine only grows.' using errcode = 'restrict_violation';
end
$$;

-- A view is read with the rights of whoever asks, or it would be a hole in the wall.
alter view machine_log_standing set (security_invoker = true);
