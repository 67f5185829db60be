-- A walk that was called off stays where it was, with who said so and why: its brief may be in many hands.
alter table walk
  add column called_off_at timestamptz,
  add column called_off_by uuid,
  add column called_off_why text check (length(trim(called_off_why)) between 1 and 300),
  add foreign key (school_id, called_off_by) references person (school_id, id),
  add check (num_nonnulls(called_off_at, called_off_by, called_off_why) in (0, 3));
-- A site that is used no more is put away: its walks and what was seen there stay.
alter table site add column put_away_at timestamptz;
grant delete on site to good_trail_app;
