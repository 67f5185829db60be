-- What is made of what was taken: batches, what was done with each, dishes, and what a year needs.
create table batch (
  school_id uuid not null references school,
  id uuid not null,
  -- as it stands on its labels
  code text not null check (code ~ '^[2-9A-HJKMNP-Z]{6}$'),
  taxon text not null check (length(taxon) between 1 and 120),
  part text not null check (length(part) between 1 and 60),
  way text not null check (length(way) between 1 and 30),
  begun_on date not null,
  begun_by uuid not null,
  effective_at timestamptz not null,
  recorded_at timestamptz not null default now(),
  primary key (school_id, id),
  unique (school_id, code),
  foreign key (school_id, begun_by) references person (school_id, id)
);
call keep_schools_apart('batch');
create index batch_of_part on batch (school_id, taxon, part, way);
grant select, insert on batch to good_trail_app;

-- Of which takings it was made: what was gathered in a patch on a day, on a walk or without one.
create table batch_taking (
  school_id uuid not null references school,
  batch_id uuid not null,
  position smallint not null,
  patch_id uuid not null,
  walk_id uuid,
  gathered_on date not null,
  pieces integer not null check (pieces between 1 and 100000),
  primary key (school_id, batch_id, position),
  foreign key (school_id, batch_id) references batch (school_id, id),
  foreign key (school_id, patch_id) references patch (school_id, id),
  foreign key (school_id, walk_id) references walk (school_id, id)
);
call keep_schools_apart('batch_taking');
create index batch_taking_of_patch on batch_taking (school_id, patch_id, gathered_on);
create index batch_taking_of_walk on batch_taking (school_id, walk_id);
grant select, insert on batch_taking to good_trail_app;

-- What was done with a batch. Taking back is another entry, which names it.
create table batch_event (
  school_id uuid not null references school,
  id uuid not null,
  batch_id uuid not null,
  kind text not null,
  body jsonb not null,
  takes_back uuid,
  done_by uuid not null,
  effective_at timestamptz not null,
  recorded_at timestamptz not null default now(),
  primary key (school_id, id),
  check ((kind = 'taken back') = (takes_back is not null)),
  unique (school_id, takes_back),
  foreign key (school_id, batch_id) references batch (school_id, id),
  foreign key (school_id, takes_back) references batch_event (school_id, id),
  foreign key (school_id, done_by) references person (school_id, id)
);
call keep_schools_apart('batch_event');
create index batch_event_of_batch on batch_event (school_id, batch_id, effective_at);
grant select, insert on batch_event to good_trail_app;
create view standing_batch_event with (security_invoker = true) as
  select event.* from batch_event event
   where takes_back is null and effective_at <= domain_now()
     and not exists (select 1 from batch_event undo
                      where undo.school_id = event.school_id and undo.takes_back = event.id
                        and undo.effective_at <= domain_now());
grant select on standing_batch_event to good_trail_app;

-- What goes into a dish, for one who eats; whatever else goes in, with its allergens.
create table dish (
  school_id uuid not null references school,
  id uuid not null,
  name text not null check (length(trim(name)) between 1 and 80),
  note text not null default '' check (length(note) <= 1000),
  parts jsonb not null,
  others jsonb not null,
  revision integer not null default 1,
  changed_by uuid not null,
  changed_at timestamptz not null,
  primary key (school_id, id),
  foreign key (school_id, changed_by) references person (school_id, id)
);
call keep_schools_apart('dish');
create unique index dish_name on dish (school_id, lower(name));
grant select, insert, update, delete on dish to good_trail_app;

-- A dish as it was cooked once. Batches whose jars went in name it.
create table cooking (
  school_id uuid not null references school,
  id uuid not null,
  dish_id uuid not null,
  cooked_on date not null,
  people integer not null check (people between 1 and 500),
  how text not null check (how in ('well', 'so-so', 'badly')),
  words text not null default '' check (length(words) <= 500),
  otherwise text not null default '' check (length(otherwise) <= 500),
  written_by uuid not null,
  effective_at timestamptz not null,
  recorded_at timestamptz not null default now(),
  primary key (school_id, id),
  foreign key (school_id, dish_id) references dish (school_id, id),
  foreign key (school_id, written_by) references person (school_id, id)
);
call keep_schools_apart('cooking');
create index cooking_of_dish on cooking (school_id, dish_id, cooked_on);
grant select, insert on cooking to good_trail_app;

-- How much of a preparation a year needs, ready, and what for.
create table yearly_need (
  school_id uuid not null references school,
  taxon text not null check (length(taxon) between 1 and 120),
  part text not null check (length(part) between 1 and 60),
  way text not null check (length(way) between 1 and 30),
  grams real not null check (grams > 0 and grams <= 100000),
  meant_for text not null default '' check (length(meant_for) <= 80),
  primary key (school_id, taxon, part, way)
);
call keep_schools_apart('yearly_need');
grant select, insert, update, delete on yearly_need to good_trail_app;
