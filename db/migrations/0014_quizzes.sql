-- A quiz: the same questions, from the same seeds, for everybody; once, or before and after a walk.
create table quiz (
  school_id uuid not null,
  id uuid not null,
  name text not null check (length(trim(name)) between 1 and 120),
  cohort_id uuid not null,
  walk_id uuid,
  kind text not null check (kind in ('once', 'before and after')),
  -- time limit; without one there is time
  minutes integer check (minutes between 1 and 240),
  -- what is asked, with the truth
  questions jsonb not null default '[]' check (jsonb_typeof(questions) = 'array'),
  made_by uuid not null,
  effective_at timestamptz not null,
  primary key (school_id, id),
  foreign key (school_id, cohort_id) references cohort (school_id, id),
  foreign key (school_id, walk_id) references walk (school_id, id),
  foreign key (school_id, made_by) references person (school_id, id)
);
call keep_schools_apart('quiz');
grant select, insert, update, delete on quiz to good_trail_app;

-- A sitting is a round on the questions of a quiz.
alter table round
  add column quiz_id uuid,
  add column phase text check (phase in ('once', 'before', 'after')),
  -- by the wall clock: a time limit runs by it
  add column opened_at timestamptz not null default now(),
  add foreign key (school_id, quiz_id) references quiz (school_id, id),
  add check ((quiz_id is null) = (phase is null));
create unique index sitting_once on round (school_id, quiz_id, person_id, phase) where quiz_id is not null;
