-- Who changed what in a plan: two who edit one at once are told of each other. A page states the revision that it
-- showed; what others changed after it is listed to who would have written over it.
create table walk_change (
  school_id uuid not null,
  walk_id uuid not null,
  -- the revision that the change made
  revision integer not null,
  changed_by uuid not null,
  -- after the person's name: 'changed the weather limits'
  what text not null check (length(what) between 1 and 200),
  changed_at timestamptz not null default now(),
  primary key (school_id, walk_id, revision),
  foreign key (school_id, walk_id) references walk (school_id, id) on delete cascade,
  foreign key (school_id, changed_by) references person (school_id, id)
);
call keep_schools_apart('walk_change');
grant select, insert on walk_change to good_trail_app;

alter table walk drop column changed_by, drop column changed_at;
