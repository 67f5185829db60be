-- How much of it was seen, and where it was not at a patch.
alter table sighting
  add column amount text check (amount in ('dominant', 'abundant', 'frequent', 'occasional', 'rare')),
  add column longitude double precision check (longitude between -180 and 180),
  add column latitude double precision check (latitude between -90 and 90);

-- A picture of a sighting, encoded anew. What the camera wrote of time and place stands beside it, not in it.
create table sighting_picture (
  school_id uuid not null,
  sighting_id uuid not null,
  jpeg bytea not null,
  width integer not null check (width > 0),
  height integer not null check (height > 0),
  -- local time of the camera, as it wrote it
  taken_at timestamp,
  longitude double precision,
  latitude double precision,
  recorded_at timestamptz not null default now(),
  primary key (school_id, sighting_id),
  foreign key (school_id, sighting_id) references sighting (school_id, id) on delete cascade
);
call keep_schools_apart('sighting_picture');

-- A find without a name: what was seen of it, and who was asked.
create table open_find (
  school_id uuid not null references school,
  id uuid not null,
  site_id uuid not null,
  name text not null check (length(trim(name)) between 1 and 120),
  longitude double precision check (longitude between -180 and 180),
  latitude double precision check (latitude between -90 and 90),
  seen_on date not null,
  note text not null default '' check (length(note) <= 1000),
  -- [character~state], as Look closer reads them
  seen text[] not null default '{}',
  -- characters that could not be seen
  cannot text[] not null default '{}',
  found_by uuid not null,
  effective_at timestamptz not null,
  recorded_at timestamptz not null default now(),
  -- the name that it was given, on which grounds, and the patch that came of it
  taxon text,
  named_because text check (length(named_because) <= 500),
  source_id uuid,
  patch_id uuid,
  named_by uuid,
  named_at timestamptz,
  check ((taxon is null) = (named_because is null)),
  primary key (school_id, id),
  foreign key (school_id, site_id) references site (school_id, id) on delete cascade,
  foreign key (school_id, source_id) references source (school_id, id),
  foreign key (school_id, patch_id) references patch (school_id, id) on delete set null (patch_id),
  foreign key (school_id, found_by) references person (school_id, id),
  foreign key (school_id, named_by) references person (school_id, id)
);
create index open_find_of_site on open_find (school_id, site_id, seen_on desc);
call keep_schools_apart('open_find');

-- Who was asked about a find, and what they answered.
create table find_question (
  school_id uuid not null,
  id uuid not null,
  find_id uuid not null,
  expert text not null check (length(trim(expert)) between 1 and 120),
  email text not null,
  asked_by uuid not null,
  asked_at timestamptz not null,
  answer text check (length(answer) <= 1000),
  answered_at timestamptz,
  primary key (school_id, id),
  foreign key (school_id, find_id) references open_find (school_id, id) on delete cascade,
  foreign key (school_id, asked_by) references person (school_id, id)
);
call keep_schools_apart('find_question');

grant select, insert on sighting_picture to good_trail_app;
grant select, insert, update, delete on open_find, find_question to good_trail_app;
