-- What was sown or planted to have more of a plant, and what came of it.
create table planting (
  school_id uuid not null references school,
  id uuid not null,
  patch_id uuid not null,
  planted_on date not null,
  kind text not null check (kind in ('seeds', 'bulbs or tubers', 'divided plants', 'cuttings', 'young plants')),
  amount integer not null check (amount between 1 and 1000000),
  origin text not null check (length(origin) between 1 and 200),
  note text not null default '' check (length(note) <= 500),
  planted_by uuid not null,
  came_up integer check (came_up between 0 and 1000000),
  looked_on date check (looked_on >= planted_on),
  effective_at timestamptz not null,
  recorded_at timestamptz not null default now(),
  primary key (school_id, id),
  foreign key (school_id, patch_id) references patch (school_id, id),
  foreign key (school_id, planted_by) references person (school_id, id),
  check ((came_up is null) = (looked_on is null))
);
create index planting_of_patch on planting (school_id, patch_id, planted_on);
call keep_schools_apart('planting');
grant select, insert, delete, update (came_up, looked_on) on planting to good_trail_app;

comment on column planting.origin is 'where the seed or the plants came from: what is brought from afar does not belong there';
comment on column planting.came_up is 'how many stood there when somebody looked, on looked_on; the latest look counts';
