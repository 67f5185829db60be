-- What learners keep and say for themselves: finds near home, what came of a task, questions, wishes for a topic.
create table notebook_entry (
  school_id uuid not null references school,
  id uuid not null,
  person_id uuid not null,
  kind text not null check (kind in ('find', 'task', 'question', 'wish')),
  -- the act by which the task was given
  task_id uuid,
  taxon text,
  words text not null check (length(trim(words)) between 1 and 2000),
  -- in words, no nearer than a village: where a plant stands is nobody's business
  place text not null default '' check (length(place) <= 120),
  seen_on date not null,
  -- those who teach may read it
  is_shared boolean not null,
  answer text check (length(trim(answer)) between 1 and 2000),
  answered_by uuid,
  answered_at timestamptz,
  effective_at timestamptz not null,
  recorded_at timestamptz not null default now(),
  primary key (school_id, id),
  check ((kind = 'task') = (task_id is not null)),
  check ((answer is null) = (answered_at is null)),
  check (answer is null or is_shared),
  foreign key (school_id, person_id) references person (school_id, id),
  foreign key (school_id, task_id) references walk_event (school_id, id) on delete cascade,
  foreign key (school_id, answered_by) references person (school_id, id)
);
call keep_schools_apart('notebook_entry');
create index notebook_entry_of_person on notebook_entry (school_id, person_id, effective_at);
grant select, insert, update (is_shared, answer, answered_by, answered_at), delete on notebook_entry to good_trail_app;

create table notebook_picture (
  school_id uuid not null,
  entry_id uuid not null,
  jpeg bytea not null,
  width integer not null check (width > 0),
  height integer not null check (height > 0),
  primary key (school_id, entry_id),
  foreign key (school_id, entry_id) references notebook_entry (school_id, id) on delete cascade
);
call keep_schools_apart('notebook_picture');
grant select, insert, delete on notebook_picture to good_trail_app;
