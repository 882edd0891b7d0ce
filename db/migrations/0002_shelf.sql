create extension if not exists pg_trgm;

alter table parts drop constraint parts_origin_check;
alter table parts add constraint parts_origin_check check (origin in ('demo', 'template', 'own'));
alter table parts
  add column kind_rank smallint not null default 0,
  add column size_mm numeric,
  add column families text[] not null default '{}',
  -- Tells a part that is the same but for its id, so that a file read in twice brings nothing twice.
  add column digest text not null default '',
  add column retired_at timestamptz,
  add column updated_at timestamptz not null default now(),
  add column search tsvector generated always as (to_tsvector('simple', search_text)) stored;

drop index parts_by_name;
create index parts_in_order on parts (kind_rank, name, id);
create index parts_by_word on parts using gin (search);
create index parts_by_trigram on parts using gin (search_text gin_trgm_ops);
create index parts_by_family on parts using gin (families);
create index parts_by_digest on parts (digest);

-- Seeded again at the next start, with what the new columns want.
delete from parts where origin = 'demo';

create table packs (
  id text primary key,
  revision integer not null default 1,
  origin text not null check (origin in ('demo', 'own')),
  name text not null,
  spec jsonb not null,
  retired_at timestamptz,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now()
);
