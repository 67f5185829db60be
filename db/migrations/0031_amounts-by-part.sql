-- A plant stands on a walk at several stops, in several roles and with several parts: seen on the way out, gathered on
-- the way back. At one stop it stands once with each part.
alter table walk_taxon add column id uuid not null default gen_random_uuid();
alter table walk_taxon
  alter column id drop default,
  drop constraint walk_taxon_pkey,
  add primary key (school_id, id),
  add unique (school_id, walk_id, stop_id, taxon, part);

-- What was counted is counted for all parts together, or for the part that has an allowance of its own.
alter table census add column account text not null default '' check (length(account) <= 60);

-- How an amount was measured, where it was not by the piece: three handfuls, 250 grams.
alter table gathering
  add column unit text check (unit in ('handful', 'cup', 'tub', 'bunch', 'gram')),
  add column amount real check (amount > 0 and amount <= 100000),
  add check ((unit is null) = (amount is null));
create or replace view gathered with (security_invoker = true) as
  select entry.* from gathering entry
   where takes_back is null and effective_at <= domain_now()
     and not exists (select 1 from gathering undo
                      where undo.school_id = entry.school_id and undo.takes_back = entry.id
                        and undo.effective_at <= domain_now());

-- What the school weighed and counted of a part: so many pieces were so much of a unit.
create table weighing (
  school_id uuid not null references school,
  id uuid not null,
  taxon text not null check (length(taxon) between 1 and 120),
  part text not null check (length(part) between 1 and 60),
  unit text not null check (unit in ('handful', 'cup', 'tub', 'bunch', 'gram')),
  amount real not null check (amount > 0 and amount <= 100000),
  pieces integer not null check (pieces between 1 and 100000),
  weighed_by uuid not null,
  effective_at timestamptz not null,
  recorded_at timestamptz not null default now(),
  primary key (school_id, id),
  foreign key (school_id, weighed_by) references person (school_id, id)
);
create index weighing_of_part on weighing (school_id, taxon, part);
call keep_schools_apart('weighing');
grant select, insert, delete on weighing to good_trail_app;

-- A phone that somebody said to be lost: what it had not counted yet went to another one.
alter table walk_phone add column lost_at timestamptz;
