-- A school's own photographs of plants. The picture is stored as it was re-encoded: no camera's data, no place.
create table photograph (
  school_id uuid not null references school,
  id uuid not null,
  taxon text not null,
  stage text not null,
  -- Who took it, as it is to stand beside it.
  credit text not null check (length(credit) between 1 and 200),
  -- What is to be seen, for those who do not see it.
  words text not null check (length(words) between 1 and 500),
  width integer not null check (width > 0),
  height integer not null check (height > 0),
  jpeg bytea not null,
  -- [{ character, x, y }]: where the picture shows a character, as shares of width and height
  marks jsonb not null default '[]',
  added_by uuid not null,
  effective_at timestamptz not null,
  recorded_at timestamptz not null default now(),
  primary key (school_id, id),
  foreign key (school_id, added_by) references person (school_id, id)
);
create index photograph_of_taxon on photograph (school_id, taxon, stage, effective_at);
call keep_schools_apart('photograph');

grant select, insert, delete on photograph to good_trail_app;
grant update (marks, credit, words) on photograph to good_trail_app;
