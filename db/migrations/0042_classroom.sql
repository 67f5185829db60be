-- A round of specimens that a group answers together, by phones that belong to it for this round.
create table group_round (
  school_id uuid not null,
  id uuid not null,
  name text not null check (length(trim(name)) between 1 and 120),
  -- whose pairs it asks about; null: chosen without a walk
  walk_id uuid,
  region text not null,
  led_by uuid not null,
  code text not null,
  -- what the leader has done so far, counted; a screen that shows an earlier step is behind
  step integer not null default 0,
  phase text not null default 'joining' check (phase in ('joining', 'asked', 'divided', 'told', 'closed')),
  position integer not null default 0,
  effective_at timestamptz not null,
  closed_at timestamptz,
  primary key (school_id, id),
  foreign key (school_id, walk_id) references walk (school_id, id),
  foreign key (school_id, led_by) references person (school_id, id)
);
call keep_schools_apart('group_round');
grant select, insert, update on group_round to good_trail_app;

create table group_question (
  school_id uuid not null,
  round_id uuid not null,
  position integer not null,
  -- with the truth
  specification jsonb not null,
  -- raised hands of those who have no phone
  hands_target integer not null default 0 check (hands_target between 0 and 500),
  hands_lookalike integer not null default 0 check (hands_lookalike between 0 and 500),
  hands_cannot_tell integer not null default 0 check (hands_cannot_tell between 0 and 500),
  primary key (school_id, round_id, position),
  foreign key (school_id, round_id) references group_round (school_id, id)
);
call keep_schools_apart('group_question');
grant select, insert, update on group_question to good_trail_app;

-- A phone of a round, under the name that those who hold it gave it; forgotten with the other names after a month.
create table group_seat (
  school_id uuid not null,
  id uuid not null,
  round_id uuid not null,
  name text not null check (length(trim(name)) between 1 and 60),
  -- null: freed by the leader, for whoever comes back under the name
  token_hash bytea,
  joined_at timestamptz not null default now(),
  primary key (school_id, id),
  unique (school_id, token_hash),
  foreign key (school_id, round_id) references group_round (school_id, id)
);
create unique index group_seat_by_name on group_seat (school_id, round_id, lower(name));
call keep_schools_apart('group_seat');
grant select, insert, update on group_seat to good_trail_app;

-- An answer of a phone; never changed.
create table group_answer (
  school_id uuid not null,
  id uuid not null,
  round_id uuid not null,
  position integer not null,
  seat_id uuid not null,
  choice text not null check (choice in ('target', 'lookalike', 'cannot tell')),
  -- the letter of the part that decided
  part text,
  confidence text not null check (confidence in ('unsure', 'fairly sure', 'sure')),
  effective_at timestamptz not null,
  primary key (school_id, id),
  unique (school_id, round_id, position, seat_id),
  foreign key (school_id, round_id, position) references group_question (school_id, round_id, position),
  foreign key (school_id, seat_id) references group_seat (school_id, id)
);
call keep_schools_apart('group_answer');
grant select, insert on group_answer to good_trail_app;

-- A picture in words by which a school keeps a plant in mind, and the described states that it rests on.
create table memory_picture (
  school_id uuid not null,
  id uuid not null,
  taxon text not null,
  stage text not null,
  words text not null check (length(trim(words)) between 1 and 200),
  -- [{ character, state }]
  states jsonb not null check (jsonb_typeof(states) = 'array'),
  made_by uuid not null,
  effective_at timestamptz not null,
  primary key (school_id, id),
  foreign key (school_id, made_by) references person (school_id, id)
);
create index memory_picture_by_taxon on memory_picture (school_id, taxon);
call keep_schools_apart('memory_picture');
grant select, insert, delete on memory_picture to good_trail_app;

-- By its code a round is found before anybody knows of which school it is. It stands for a day.
create table group_code (
  code text primary key,
  school_id uuid not null,
  round_id uuid not null,
  until timestamptz not null
);
grant select, insert, delete on group_code to good_trail_app;
