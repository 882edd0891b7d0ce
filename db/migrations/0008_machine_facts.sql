-- How a machine began stays beside what it is called now, so that a name that is withdrawn gives way to the first one.
alter table machines
  add column first_name text,
  add column first_serial text,
  -- How many things are otherwise than its plan says; counted anew with every line of its log.
  add column difference_count integer not null default 0;

-- Of a machine that was renamed already, its first name is in no row any more: the present one stands for it.
update machines set first_name = name, first_serial = serial;
alter table machines alter column first_name set not null;

-- What nobody corrected.
create view machine_log_standing as
  select * from machine_log line
  where not exists (
    select 1 from machine_log later where later.machine_id = line.machine_id and later.corrects = line.entry_id
  );

-- As the list counted them before; the next line of a log counts exactly.
update machines m set difference_count = (
  select count(*) from machine_log_standing difference
  where difference.machine_id = m.id and difference.kind = 'difference'
    and not exists (
      select 1 from machine_log settled
      where settled.machine_id = m.id and settled.kind = 'settled'
        and settled.entry #>> '{what,differenceId}' = difference.entry_id
        and settled.entry #>> '{what,how}' = 'undone'
    )
);
