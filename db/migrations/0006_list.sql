-- Words by which somebody sorts builds; what came as a demonstration says so.
alter table builds add column tags text[] not null default '{}';
alter table builds add constraint builds_few_tags check (cardinality(tags) <= 12);
create index builds_by_tag on builds using gin (tags);

-- What the list shows of a build without opening it, as the rules of one version of the application saw one revision.
create table build_glances (
  build_id text primary key references builds (id) on delete cascade,
  revision integer not null,
  seen_by text not null,
  glance jsonb not null
);
