-- What was tapped on a walk, word for word: facts, never changed. What follows from them is worked out.
create table walk_event (
  school_id uuid not null references school,
  id uuid not null,
  walk_id uuid not null,
  kind text not null,
  body jsonb not null,
  -- who acted stands in it; who sent it may be somebody else
  sent_by uuid not null,
  phone smallint not null check (phone between 1 and 9),
  device_at timestamptz not null,
  clock_offset_ms bigint,
  effective_at timestamptz not null,
  recorded_at timestamptz not null default now(),
  primary key (school_id, id),
  foreign key (school_id, walk_id) references walk (school_id, id) on delete cascade,
  foreign key (school_id, sent_by) references person (school_id, id)
);
call keep_schools_apart('walk_event');
create index walk_event_of_walk on walk_event (school_id, walk_id, effective_at);
grant select, insert on walk_event to good_trail_app;

-- Which phone of a walk is which: a phone keeps its number, and with it its share.
create table walk_phone (
  school_id uuid not null references school,
  walk_id uuid not null,
  -- made by the phone when it first takes a walk along
  device uuid not null,
  number smallint not null check (number between 1 and 9),
  person_id uuid not null,
  taken_at timestamptz not null,
  primary key (school_id, walk_id, device),
  unique (school_id, walk_id, number),
  foreign key (school_id, walk_id) references walk (school_id, id) on delete cascade,
  foreign key (school_id, person_id) references person (school_id, id)
);
call keep_schools_apart('walk_phone');
grant select, insert, update on walk_phone to good_trail_app;

-- What is shared out among the phones of a walk: what is left of a patch is fixed when the first phone has it, so that
-- the shares of phones that come later still add up. The key guards the codes by which shares are handed over.
create table walk_share (
  school_id uuid not null references school,
  walk_id uuid not null,
  phones smallint not null check (phones between 1 and 9),
  key text not null check (key ~ '^[0-9a-f]{32}$'),
  -- by patch and part: pieces
  left_of jsonb not null,
  primary key (school_id, walk_id),
  foreign key (school_id, walk_id) references walk (school_id, id) on delete cascade
);
call keep_schools_apart('walk_share');
grant select, insert, update (left_of) on walk_share to good_trail_app;

-- What is put back is an entry of its own, and makes room again.
alter table gathering add column is_put_back boolean not null default false;
create or replace view gathered with (security_invoker = true) as
  select entry.* from gathering entry
   where takes_back is null and effective_at <= domain_now()
     and not exists (select 1 from gathering undo
                      where undo.school_id = entry.school_id and undo.takes_back = entry.id
                        and undo.effective_at <= domain_now());
