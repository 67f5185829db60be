-- A class is a walk without legs. What takes time, who leads, and what may call it off stand with the walk.
alter table walk
  add column kind text not null default 'walk' check (kind in ('walk', 'class')),
  -- of a class: the room, garden or kitchen
  add column venue text not null default '' check (length(venue) <= 200),
  -- where it is not the group's own
  add column level text check (level in ('beginner', 'improver', 'experienced')),
  add column pace_rule text not null default 'Naismith' check (pace_rule in ('Naismith', 'Tobler')),
  add column briefing_minutes integer not null default 0 check (briefing_minutes between 0 and 120),
  add column head_count_minutes integer not null default 0 check (head_count_minutes between 0 and 30),
  add column basket_minutes integer not null default 0 check (basket_minutes between 0 and 120),
  add column reserve_minutes integer not null default 15 check (reserve_minutes between 0 and 240),
  add column due_at time,
  -- [{ kind, limit, decides, when }]
  add column weather jsonb not null default '[]',
  add column copied_from uuid,
  -- counts changes of the plan, so that two who edit it at once are told of each other
  add column revision integer not null default 1,
  add column changed_by uuid,
  add column changed_at timestamptz,
  add foreign key (school_id, copied_from) references walk (school_id, id) on delete set null (copied_from),
  add foreign key (school_id, changed_by) references person (school_id, id);
-- Walks from before counted these within their stops.
alter table walk
  alter column briefing_minutes set default 10,
  alter column head_count_minutes set default 2,
  alter column basket_minutes set default 10,
  -- null: by who comes along
  alter column pace_factor drop not null,
  alter column pace_factor set default null;
update walk set pace_factor = null where pace_factor = 2.5;

-- Who leads along with the leader.
create table walk_leader (
  school_id uuid not null,
  walk_id uuid not null,
  person_id uuid not null,
  primary key (school_id, walk_id, person_id),
  foreign key (school_id, walk_id) references walk (school_id, id) on delete cascade,
  foreign key (school_id, person_id) references person (school_id, id) on delete cascade
);
call keep_schools_apart('walk_leader');

-- Talking points become formatted text, kept as a tree: { type: 'doc', content }.
alter table stop alter column talking_points drop default;
alter table stop alter column talking_points type jsonb using
  case when trim(talking_points) = '' then '{"type":"doc","content":[]}'::jsonb
       else jsonb_build_object('type', 'doc', 'content', jsonb_build_array(jsonb_build_object(
              'type', 'paragraph', 'content', jsonb_build_array(jsonb_build_object('type', 'text', 'text', talking_points))))) end;
alter table stop
  alter column talking_points set default '{"type":"doc","content":[]}',
  -- { kind, materials, fire, blades, allergens }
  add column activity jsonb,
  -- below high water
  add column is_on_shore boolean not null default false;

-- What is brought along to a class.
alter table walk_taxon
  add column specimens integer check (specimens between 1 and 200),
  add column handling text not null default 'open' check (handling in ('open', 'bagged'));

-- What the leaders add to a pair that the engine put on the walk: it cannot be taken off, only commented.
create table walk_remark (
  school_id uuid not null,
  walk_id uuid not null,
  -- target~lookalike
  pair text not null check (length(pair) between 3 and 200),
  words text not null check (length(trim(words)) between 1 and 300),
  entered_by uuid not null,
  primary key (school_id, walk_id, pair),
  foreign key (school_id, walk_id) references walk (school_id, id) on delete cascade,
  foreign key (school_id, entered_by) references person (school_id, id)
);
call keep_schools_apart('walk_remark');

-- Ticks and strokes on the proposed kit, and what the leaders add to it.
create table walk_kit (
  school_id uuid not null,
  walk_id uuid not null,
  item text not null check (length(item) between 1 and 400),
  is_packed boolean not null default false,
  is_struck boolean not null default false,
  is_own boolean not null default false,
  changed_by uuid not null,
  changed_at timestamptz not null,
  primary key (school_id, walk_id, item),
  foreign key (school_id, walk_id) references walk (school_id, id) on delete cascade,
  foreign key (school_id, changed_by) references person (school_id, id)
);
call keep_schools_apart('walk_kit');

-- Stops that somebody lifted. Append-only, kept for ever: taken back by an entry that names it.
create table check_lift (
  school_id uuid not null,
  id uuid not null,
  walk_id uuid not null,
  check_key text not null,
  -- of the figures that stood there: other figures need another look
  figures text not null,
  said text not null,
  reason text not null check (length(trim(reason)) between 1 and 600),
  takes_back uuid,
  entered_by uuid not null,
  effective_at timestamptz not null,
  recorded_at timestamptz not null default now(),
  primary key (school_id, id),
  unique (school_id, takes_back),
  foreign key (school_id, walk_id) references walk (school_id, id),
  foreign key (school_id, takes_back) references check_lift (school_id, id),
  foreign key (school_id, entered_by) references person (school_id, id)
);
create index check_lift_of_walk on check_lift (school_id, walk_id, effective_at);
call keep_schools_apart('check_lift');

-- What a learner has told of their health. Deleted once its day is past; it stands in no event and no brief.
create table health_note (
  school_id uuid not null,
  id uuid not null,
  person_id uuid not null,
  concern text not null,
  words text not null default '' check (length(words) <= 500),
  keep_until date not null,
  entered_by uuid not null,
  recorded_at timestamptz not null default now(),
  primary key (school_id, id),
  foreign key (school_id, person_id) references person (school_id, id) on delete cascade,
  foreign key (school_id, entered_by) references person (school_id, id)
);
create index health_note_of_person on health_note (school_id, person_id);
call keep_schools_apart('health_note');

-- Who looked at the health notes of a walk's group, and when by the wall clock. Append-only.
create table health_access (
  school_id uuid not null,
  id uuid not null,
  walk_id uuid not null,
  person_id uuid not null,
  recorded_at timestamptz not null default now(),
  primary key (school_id, id),
  foreign key (school_id, walk_id) references walk (school_id, id) on delete cascade,
  foreign key (school_id, person_id) references person (school_id, id) on delete cascade
);
call keep_schools_apart('health_access');

-- A leader confirms a version of the brief; a later version asks again.
create table brief_confirmation (
  school_id uuid not null,
  brief_id uuid not null,
  person_id uuid not null,
  effective_at timestamptz not null,
  primary key (school_id, brief_id, person_id),
  foreign key (school_id, brief_id) references brief (school_id, id),
  foreign key (school_id, person_id) references person (school_id, id) on delete cascade
);
call keep_schools_apart('brief_confirmation');

-- A PDF in the making. Whoever asks for its state does the work if nobody is at it.
create table print_job (
  school_id uuid not null,
  id uuid not null,
  walk_id uuid not null,
  brief_id uuid not null,
  kind text not null check (kind in ('brief', 'learners', 'cards')),
  state text not null default 'waiting' check (state in ('waiting', 'running', 'done', 'failed')),
  done_share real not null default 0,
  problem text,
  pdf bytea,
  requested_by uuid not null,
  requested_at timestamptz not null default now(),
  -- of the last sign of life
  beat_at timestamptz,
  primary key (school_id, id),
  unique (school_id, brief_id, kind),
  foreign key (school_id, walk_id) references walk (school_id, id),
  foreign key (school_id, brief_id) references brief (school_id, id),
  foreign key (school_id, requested_by) references person (school_id, id)
);
call keep_schools_apart('print_job');

alter table person add column first_aid_until date;
alter table school
  add column insurance_until date,
  -- how long health notes are kept after the walk
  add column health_days integer not null default 14 check (health_days between 1 and 365);
alter table site
  add column nearest_road text not null default '' check (length(nearest_road) <= 300),
  add column phone_signal text not null default '' check (length(phone_signal) <= 300),
  add column toilets text not null default '' check (length(toilets) <= 300);

grant select, insert, update, delete on walk_leader, walk_kit, walk_remark, health_note, print_job to good_trail_app;
grant select, insert on check_lift, health_access, brief_confirmation to good_trail_app;
