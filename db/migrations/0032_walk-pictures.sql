-- A picture of what was found on a walk, encoded anew, beside the act that it belongs to.
create table walk_picture (
  school_id uuid not null,
  event_id uuid not null,
  jpeg bytea not null,
  width integer not null check (width > 0),
  height integer not null check (height > 0),
  recorded_at timestamptz not null default now(),
  primary key (school_id, event_id),
  foreign key (school_id, event_id) references walk_event (school_id, id) on delete cascade
);
call keep_schools_apart('walk_picture');
grant select, insert, delete on walk_picture to good_trail_app;
