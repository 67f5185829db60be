-- What was seen of a plant at a site on a day: a stage, or that it is not yet there, or over.
create table sighting (
  school_id uuid not null references school,
  id uuid not null,
  site_id uuid not null,
  patch_id uuid,
  taxon text not null,
  stage text not null,
  says text not null check (says in ('there', 'not yet', 'over')),
  seen_on date not null,
  note text not null default '' check (length(note) <= 500),
  seen_by uuid not null,
  effective_at timestamptz not null,
  recorded_at timestamptz not null default now(),
  primary key (school_id, id),
  foreign key (school_id, site_id) references site (school_id, id) on delete cascade,
  foreign key (school_id, patch_id) references patch (school_id, id),
  foreign key (school_id, seen_by) references person (school_id, id)
);
create index sighting_of_site on sighting (school_id, site_id, seen_on);
call keep_schools_apart('sighting');

grant select, insert, delete on sighting to good_trail_app;
