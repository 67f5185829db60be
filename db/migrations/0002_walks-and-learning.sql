create table cohort (
  school_id uuid not null references school,
  id uuid not null,
  name text not null check (length(trim(name)) between 1 and 120),
  level text not null check (level in ('beginner', 'improver', 'experienced')),
  primary key (school_id, id)
);

create table cohort_member (
  school_id uuid not null,
  cohort_id uuid not null,
  person_id uuid not null,
  primary key (school_id, cohort_id, person_id),
  foreign key (school_id, cohort_id) references cohort (school_id, id) on delete cascade,
  foreign key (school_id, person_id) references person (school_id, id) on delete cascade
);

create table site (
  school_id uuid not null references school,
  id uuid not null,
  name text not null check (length(trim(name)) between 1 and 120),
  time_zone text not null,
  -- a GeoJSON FeatureCollection (RFC 7946): the site's own map
  ground jsonb not null,
  habitats text[] not null default '{}',
  access_point text,
  permission_from text,
  permission_since date,
  permission_until date,
  may_pick boolean not null default false,
  may_dig boolean not null default false,
  largest_group integer check (largest_group > 0),
  note text not null default '',
  revision integer not null default 1,
  primary key (school_id, id)
);

create table patch (
  school_id uuid not null,
  id uuid not null,
  site_id uuid not null,
  name text not null check (length(trim(name)) between 1 and 120),
  taxon text not null,
  longitude double precision not null check (longitude between -180 and 180),
  latitude double precision not null check (latitude between -90 and 90),
  abundance text not null check (abundance in ('dominant', 'abundant', 'frequent', 'occasional', 'rare')),
  primary key (school_id, id),
  unique (school_id, site_id, id),
  foreign key (school_id, site_id) references site (school_id, id) on delete cascade
);

create table walk (
  school_id uuid not null,
  id uuid not null,
  site_id uuid not null,
  cohort_id uuid,
  name text not null check (length(trim(name)) between 1 and 120),
  -- local date and time of day at the site
  held_on date not null,
  starts_at time not null,
  leader_id uuid not null,
  -- walking time by Naismith's rule is multiplied by this
  pace_factor real not null default 2.5 check (pace_factor between 1 and 6),
  primary key (school_id, id),
  foreign key (school_id, site_id) references site (school_id, id),
  foreign key (school_id, cohort_id) references cohort (school_id, id),
  foreign key (school_id, leader_id) references person (school_id, id)
);

create table stop (
  school_id uuid not null,
  id uuid not null,
  walk_id uuid not null,
  position integer not null,
  name text not null check (length(trim(name)) between 1 and 120),
  patch_id uuid,
  longitude double precision not null check (longitude between -180 and 180),
  latitude double precision not null check (latitude between -90 and 90),
  minutes integer not null check (minutes between 1 and 480),
  talking_points text not null default '',
  primary key (school_id, id),
  unique (school_id, walk_id, id),
  unique (school_id, walk_id, position) deferrable initially deferred,
  foreign key (school_id, walk_id) references walk (school_id, id) on delete cascade,
  foreign key (school_id, patch_id) references patch (school_id, id)
);

create table walk_taxon (
  school_id uuid not null,
  walk_id uuid not null,
  stop_id uuid not null,
  taxon text not null,
  role text not null check (role in ('gather', 'show', 'danger', 'leave out')),
  part text not null default '',
  portion text not null default '',
  reason text not null default '',
  primary key (school_id, walk_id, taxon),
  foreign key (school_id, walk_id, stop_id) references stop (school_id, walk_id, id) on delete cascade
);

-- A brief is a snapshot: the finished document with its drawings. A later edit makes a new version.
create table brief (
  school_id uuid not null,
  id uuid not null,
  walk_id uuid not null,
  version integer not null,
  published_by uuid not null,
  effective_at timestamptz not null,
  published_at timestamptz not null default now(),
  library_hash text not null references library_release (hash),
  document jsonb not null,
  primary key (school_id, id),
  unique (school_id, walk_id, version),
  foreign key (school_id, walk_id) references walk (school_id, id),
  foreign key (school_id, published_by) references person (school_id, id)
);

create table brief_plate (
  school_id uuid not null,
  brief_id uuid not null,
  id text not null,
  svg text not null,
  primary key (school_id, brief_id, id),
  foreign key (school_id, brief_id) references brief (school_id, id)
);

create table brief_reading (
  school_id uuid not null,
  brief_id uuid not null,
  person_id uuid not null,
  effective_at timestamptz not null,
  primary key (school_id, brief_id, person_id),
  foreign key (school_id, brief_id) references brief (school_id, id),
  foreign key (school_id, person_id) references person (school_id, id) on delete cascade
);

create table round (
  school_id uuid not null,
  id uuid not null,
  person_id uuid not null,
  walk_id uuid not null,
  effective_at timestamptz not null,
  primary key (school_id, id),
  foreign key (school_id, person_id) references person (school_id, id) on delete cascade,
  foreign key (school_id, walk_id) references walk (school_id, id)
);

-- What was asked, with the truth; the page sees only the id until the answer is in.
create table question (
  school_id uuid not null,
  id uuid not null,
  round_id uuid not null,
  position integer not null,
  specification jsonb not null,
  primary key (school_id, id),
  unique (school_id, round_id, position),
  foreign key (school_id, round_id) references round (school_id, id) on delete cascade
);

-- Append-only: the application may insert and read. Ids are made by the client.
create table answer_event (
  school_id uuid not null,
  id uuid not null,
  question_id uuid not null,
  person_id uuid not null,
  effective_at timestamptz not null,
  recorded_at timestamptz not null default now(),
  body jsonb not null,
  pair text not null,
  specimen_stage text not null,
  is_dangerous_specimen boolean not null,
  outcome text not null check (outcome in ('right', 'left', 'missed', 'dangerous gather')),
  is_part_right boolean,
  seconds real not null,
  confidence text not null check (confidence in ('unsure', 'fairly sure', 'sure')),
  primary key (school_id, id),
  unique (school_id, question_id),
  foreign key (school_id, question_id) references question (school_id, id) on delete cascade,
  foreign key (school_id, person_id) references person (school_id, id) on delete cascade
);
create index answer_event_in_order on answer_event (school_id, person_id, effective_at, id);

-- The school's bookshelf, and the claims that it confirms. A confirmation belongs to a claim's hash.
create table source (
  school_id uuid not null references school,
  id uuid not null,
  kind text not null check (kind in ('flora', 'handbook', 'paper', 'expert', 'web page')),
  citation text not null check (length(trim(citation)) between 1 and 400),
  primary key (school_id, id)
);

create table confirmation (
  school_id uuid not null,
  claim_hash text not null,
  source_id uuid not null,
  confirmed_by uuid not null,
  effective_at timestamptz not null,
  primary key (school_id, claim_hash, source_id),
  foreign key (school_id, source_id) references source (school_id, id),
  foreign key (school_id, confirmed_by) references person (school_id, id)
);

-- No mail server: messages wait here to be sent from the reader's own mail program.
create table outbox_message (
  school_id uuid not null references school,
  id uuid not null,
  recipient text not null,
  subject text not null,
  body text not null,
  created_at timestamptz not null default now(),
  primary key (school_id, id)
);

call keep_schools_apart('cohort');
call keep_schools_apart('cohort_member');
call keep_schools_apart('site');
call keep_schools_apart('patch');
call keep_schools_apart('walk');
call keep_schools_apart('stop');
call keep_schools_apart('walk_taxon');
call keep_schools_apart('brief');
call keep_schools_apart('brief_plate');
call keep_schools_apart('brief_reading');
call keep_schools_apart('round');
call keep_schools_apart('question');
call keep_schools_apart('answer_event');
call keep_schools_apart('source');
call keep_schools_apart('confirmation');
call keep_schools_apart('outbox_message');

create view answer with (security_invoker = true) as
  select * from answer_event where effective_at <= domain_now();

create view pair_tally with (security_invoker = true) as
  select school_id, person_id, pair,
         count(*)::int as answers,
         count(*) filter (where outcome = 'right')::int as named_right,
         count(*) filter (where outcome = 'left')::int as left_alone,
         count(*) filter (where is_dangerous_specimen)::int as dangerous_shown,
         count(*) filter (where outcome = 'dangerous gather')::int as dangerous_gathers,
         max(effective_at) as last_at
    from answer
   group by school_id, person_id, pair;

grant select, insert, update, delete on
  cohort, cohort_member, site, patch, walk, stop, walk_taxon, source, outbox_message to good_trail_app;
grant select, insert on brief, brief_plate, brief_reading, round, question, answer_event, confirmation to good_trail_app;
grant select on answer, pair_tally to good_trail_app;
