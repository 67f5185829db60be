-- Several kinds of drill; what was asked for in a question; what was shown on living plants.

-- A round for today belongs to the learner, not to one walk.
alter table round alter column walk_id drop not null;

-- What a learner asked to see of a question: views and tests of Prove it. Append-only.
create table question_wish (
  school_id uuid not null,
  question_id uuid not null,
  wish text not null check (length(wish) between 1 and 40),
  recorded_at timestamptz not null default clock_timestamp(),
  primary key (school_id, question_id, wish),
  foreign key (school_id, question_id) references question (school_id, id) on delete cascade
);
call keep_schools_apart('question_wish');
grant select, insert on question_wish to good_trail_app;

drop view pair_tally;
drop view answer;

alter table answer_event
  add column drill text not null default 'side by side',
  add column unit text,
  add column score real,
  -- what the learner would do with the plant; nothing where that is not the question
  add column decision text check (decision in ('gather', 'leave', 'look further')),
  -- whether what there was to see would have told
  add column could_be_told boolean,
  -- what it was, and what it was taken for
  add column specimen text,
  add column taken_for text,
  alter column pair drop not null,
  alter column specimen_stage drop not null,
  alter column confidence drop not null;

-- Answers of the first release: its owner reads and fills them across schools.
alter table answer_event no force row level security;
update answer_event set
  unit = pair || '@' || specimen_stage,
  score = case outcome when 'right' then 1 when 'left' then 0.5 else 0 end,
  decision = case body ->> 'choice' when 'target' then 'gather' when 'lookalike' then 'leave' else 'look further' end,
  could_be_told = case
    when body ->> 'choice' = 'cannot tell' then outcome = 'left'
    when outcome = 'right' then true
    else is_part_right is not null end,
  specimen = split_part(pair, '~', case when is_dangerous_specimen then 2 else 1 end),
  taken_for = case body ->> 'choice' when 'target' then split_part(pair, '~', 1) when 'lookalike' then split_part(pair, '~', 2) end;
alter table answer_event force row level security;
alter table answer_event
  alter column unit set not null,
  alter column score set not null;

-- The latest answers of a learner to a pair are read often: for readiness and ratings.
create index answer_event_of_pair on answer_event (school_id, person_id, pair, effective_at desc, id desc)
  where pair is not null;

create view answer with (security_invoker = true) as
  select * from answer_event where effective_at <= domain_now();

create view pair_tally with (security_invoker = true) as
  select school_id, person_id, pair,
         count(*)::int as answers,
         count(*) filter (where outcome = 'right')::int as named_right,
         count(*) filter (where outcome = 'left')::int as left_alone,
         count(*) filter (where is_dangerous_specimen)::int as dangerous_shown,
         count(*) filter (where outcome = 'dangerous gather')::int as dangerous_gathers,
         -- signal: a dangerous specimen; response: it is not gathered
         count(*) filter (where is_dangerous_specimen and decision <> 'gather')::int as hits,
         count(*) filter (where not is_dangerous_specimen and could_be_told)::int as harmless_shown,
         count(*) filter (where not is_dangerous_specimen and could_be_told and decision <> 'gather')::int as false_alarms,
         max(effective_at) as last_at
    from answer
   where pair is not null
   group by school_id, person_id, pair;

grant select on answer, pair_tally to good_trail_app;

-- How a learner did on a living plant, and what an instructor signed off: events, append-only.
create table sign_off (
  school_id uuid not null,
  id uuid not null,
  person_id uuid not null,
  pair text not null,
  -- the stage of the plant that was shown
  stage text not null,
  step text not null check (step in ('shown', 'signed off')),
  outcome text not null check (outcome in ('right', 'left', 'missed', 'dangerous gather')),
  -- which plant, and where it stood
  plant text not null check (length(trim(plant)) between 1 and 200),
  signed_by uuid not null,
  effective_at timestamptz not null,
  recorded_at timestamptz not null default now(),
  primary key (school_id, id),
  foreign key (school_id, person_id) references person (school_id, id) on delete cascade,
  foreign key (school_id, signed_by) references person (school_id, id),
  check (step = 'shown' or outcome = 'right')
);
create index sign_off_of_person on sign_off (school_id, person_id, pair, stage, effective_at);
call keep_schools_apart('sign_off');
grant select, insert on sign_off to good_trail_app;

-- A sign-off lapses after this many months.
alter table school add column sign_off_months integer not null default 12 check (sign_off_months between 1 and 60);
