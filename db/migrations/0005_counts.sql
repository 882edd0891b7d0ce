-- The list of builds says how much each holds without opening its document. The database keeps the counts with the
-- document; 0 where a damaged one has no such list.
alter table builds
  add column item_count integer not null generated always as
    (case jsonb_typeof(document->'items') when 'array' then jsonb_array_length(document->'items') else 0 end) stored,
  add column thread_count integer not null generated always as
    (case jsonb_typeof(document->'threads') when 'array' then jsonb_array_length(document->'threads') else 0 end) stored;
