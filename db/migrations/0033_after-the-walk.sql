-- What a walk taught, as its leaders left it: legs by what the rules of walking time say at factor 1.
create table walked_leg (
  school_id uuid not null references school,
  walk_id uuid not null,
  -- of the stop that it leads from, as it was planned
  position smallint not null check (position >= 0),
  company text not null check (company in ('adults', 'with children')),
  naismith_seconds real not null check (naismith_seconds >= 0),
  tobler_seconds real not null check (tobler_seconds >= 0),
  real_seconds real not null check (real_seconds >= 0),
  -- false: the group stood somewhere on the way
  counts boolean not null,
  primary key (school_id, walk_id, position),
  foreign key (school_id, walk_id) references walk (school_id, id) on delete cascade
);
call keep_schools_apart('walked_leg');
grant select, insert, delete on walked_leg to good_trail_app;

-- How fast a part was picked on a walk.
create table picked (
  school_id uuid not null references school,
  walk_id uuid not null,
  taxon text not null,
  part text not null,
  pieces integer not null check (pieces >= 0),
  person_minutes real not null check (person_minutes > 0),
  primary key (school_id, walk_id, taxon, part),
  foreign key (school_id, walk_id) references walk (school_id, id) on delete cascade
);
call keep_schools_apart('picked');
grant select, insert, delete on picked to good_trail_app;

-- What those who led say of a walk for the next time; a copy takes it along.
create table debrief (
  school_id uuid not null references school,
  walk_id uuid not null,
  otherwise text not null default '' check (length(otherwise) <= 2000),
  missing_kit text not null default '' check (length(missing_kit) <= 500),
  -- what is kept of what was eaten, and until when
  samples text not null default '' check (length(samples) <= 300),
  samples_until date,
  revision integer not null default 1,
  written_by uuid not null,
  written_at timestamptz not null,
  primary key (school_id, walk_id),
  foreign key (school_id, walk_id) references walk (school_id, id) on delete cascade,
  foreign key (school_id, written_by) references person (school_id, id)
);
call keep_schools_apart('debrief');
grant select, insert, update on debrief to good_trail_app;

-- What became of an incident: entries, the last of which says whether it is done. They go with the incident's words.
create table incident_entry (
  school_id uuid not null references school,
  id uuid not null,
  walk_id uuid not null,
  event_id uuid not null,
  words text not null check (length(trim(words)) between 1 and 1000),
  told text not null default '' check (length(told) <= 300),
  is_done boolean not null,
  written_by uuid not null,
  effective_at timestamptz not null,
  recorded_at timestamptz not null default now(),
  primary key (school_id, id),
  foreign key (school_id, walk_id) references walk (school_id, id) on delete cascade,
  foreign key (school_id, event_id) references walk_event (school_id, id) on delete cascade,
  foreign key (school_id, written_by) references person (school_id, id)
);
call keep_schools_apart('incident_entry');
create index incident_entry_of_walk on incident_entry (school_id, walk_id, effective_at);
grant select, insert, delete on incident_entry to good_trail_app;

-- How somebody is on the day after. Who was asked by a link answers without signing in; its token is kept hashed.
create table wellbeing (
  school_id uuid not null references school,
  walk_id uuid not null,
  -- of a member of the group, or of a guest as the phones made it
  person_id uuid not null,
  name text not null check (length(trim(name)) between 1 and 120),
  asked_at timestamptz not null,
  asked_by uuid not null,
  -- the same, where it is somebody whom the school knows
  member_id uuid check (member_id = person_id),
  token_hash bytea unique,
  expires_at timestamptz,
  answer text check (answer in ('well', 'not well', 'not reached')),
  words text not null default '' check (length(words) <= 500),
  answered_at timestamptz,
  -- who wrote the answer down; nobody where it came by the link
  written_by uuid,
  seen_by uuid,
  seen_at timestamptz,
  primary key (school_id, walk_id, person_id),
  check ((answer is null) = (answered_at is null)),
  foreign key (school_id, walk_id) references walk (school_id, id) on delete cascade,
  foreign key (school_id, member_id) references person (school_id, id),
  foreign key (school_id, asked_by) references person (school_id, id),
  foreign key (school_id, written_by) references person (school_id, id),
  foreign key (school_id, seen_by) references person (school_id, id)
);
call keep_schools_apart('wellbeing');
grant select, insert, update, delete on wellbeing to good_trail_app;

-- When the owner of the ground was told what was taken.
alter table walk add column owner_told_at timestamptz;

-- How long what is said of people's health on walks is kept.
alter table school
  add column tasting_days integer not null default 30 check (tasting_days between 1 and 3650),
  add column incident_days integer not null default 1095 check (incident_days between 1 and 3650);

-- Events of walks are never changed, but for what is said of people's health: tastings and answers go, and the words
-- of an incident are emptied, when their time has come, or when the person is erased. What plants or patches are told
-- by stays. @param of_person null: whatever has had its time
create function forget_walk_health(of_person uuid) returns integer
language plpgsql security definer set search_path = public, pg_temp as $$
declare
  own uuid := current_school();
  -- where a demo's time is another, both must have passed
  clock timestamptz := least(now(), domain_now());
  tasting_until timestamptz := (select clock - make_interval(days => tasting_days) from school where school_id = own);
  incident_until timestamptz := (select clock - make_interval(days => incident_days) from school where school_id = own);
  over uuid[];
  swept integer;
begin
  delete from walk_event where school_id = own and kind = 'tasting'
     and case when of_person is null then effective_at < tasting_until else body ->> 'person' = of_person::text end;
  get diagnostics swept = row_count;
  delete from wellbeing where school_id = own
     and case when of_person is null then asked_at < incident_until else person_id = of_person end;
  over := array(select id from walk_event where school_id = own and kind = 'incident'
                   and case when of_person is null then effective_at < incident_until
                            else body ->> 'person' = of_person::text end);
  delete from incident_entry where school_id = own and event_id = any (over);
  update walk_event set body = jsonb_set(jsonb_set(body - 'eaten', '{note}', '""'), '{done}', '[]')
   where school_id = own and id = any (over)
     and (body ? 'eaten' or body ->> 'note' <> '' or body -> 'done' <> '[]');
  return swept;
end $$;
revoke all on function forget_walk_health(uuid) from public;
grant execute on function forget_walk_health(uuid) to good_trail_app;
