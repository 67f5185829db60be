-- Questions that a school has written itself. A quiz keeps a copy: what is changed here changes nothing that was asked.
create table own_question (
  school_id uuid not null,
  id uuid not null,
  -- what is asked and what is right
  body jsonb not null check (jsonb_typeof(body) = 'object'),
  made_by uuid not null,
  effective_at timestamptz not null,
  changed_at timestamptz,
  primary key (school_id, id),
  foreign key (school_id, made_by) references person (school_id, id)
);
call keep_schools_apart('own_question');
grant select, insert, update, delete on own_question to good_trail_app;

-- A picture of such a question; never changed, since quizzes name it.
create table question_picture (
  school_id uuid not null,
  id uuid not null,
  jpeg bytea not null,
  width integer not null check (width > 0),
  height integer not null check (height > 0),
  made_by uuid not null,
  effective_at timestamptz not null,
  primary key (school_id, id),
  foreign key (school_id, made_by) references person (school_id, id)
);
call keep_schools_apart('question_picture');
grant select, insert on question_picture to good_trail_app;
