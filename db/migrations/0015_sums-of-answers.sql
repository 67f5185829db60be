-- Sums of answers by week, so that the progress of many is read quickly. They follow from the answers alone: a test
-- works them out anew and compares.

-- Weeks since an epoch, by UTC, beginning on a Monday.
create function week_of(moment timestamptz) returns integer language sql immutable parallel safe
  return ((moment at time zone 'UTC')::date - date '1970-01-01' + 3) / 7;

create table answer_sum (
  school_id uuid not null,
  person_id uuid not null,
  week integer not null,
  -- empty where a question is on no pair
  pair text not null,
  stage text not null,
  answers integer not null,
  named_right integer not null,
  left_alone integer not null,
  dangerous_shown integer not null,
  dangerous_gathers integer not null,
  hits integer not null,
  harmless_shown integer not null,
  false_alarms integer not null,
  -- without those that were left: caution says nothing of being right
  unsure integer not null,
  unsure_right integer not null,
  fairly_sure integer not null,
  fairly_sure_right integer not null,
  sure integer not null,
  sure_right integer not null,
  last_at timestamptz not null,
  primary key (school_id, person_id, week, pair, stage),
  foreign key (school_id, person_id) references person (school_id, id) on delete cascade
);
call keep_schools_apart('answer_sum');
grant select on answer_sum to good_trail_app;

-- What some answers add up to, in the shape of the sums.
create view answer_as_sum with (security_invoker = true) as
  select school_id, person_id, week_of(effective_at) as week, coalesce(pair, '') as pair,
         coalesce(specimen_stage, '') as stage, 1 as answers,
         (outcome = 'right')::int as named_right,
         (outcome = 'left')::int as left_alone,
         is_dangerous_specimen::int as dangerous_shown,
         (outcome = 'dangerous gather')::int as dangerous_gathers,
         (is_dangerous_specimen and decision is distinct from 'gather' and decision is not null)::int as hits,
         (not is_dangerous_specimen and could_be_told is true)::int as harmless_shown,
         (not is_dangerous_specimen and could_be_told is true and decision <> 'gather')::int as false_alarms,
         coalesce((confidence = 'unsure' and outcome <> 'left')::int, 0) as unsure,
         coalesce((confidence = 'unsure' and outcome = 'right')::int, 0) as unsure_right,
         coalesce((confidence = 'fairly sure' and outcome <> 'left')::int, 0) as fairly_sure,
         coalesce((confidence = 'fairly sure' and outcome = 'right')::int, 0) as fairly_sure_right,
         coalesce((confidence = 'sure' and outcome <> 'left')::int, 0) as sure,
         coalesce((confidence = 'sure' and outcome = 'right')::int, 0) as sure_right,
         effective_at as last_at
    from answer_event;
grant select on answer_as_sum to good_trail_app;

-- Runs as the owner: the application may read the sums, not write them.
create function add_to_sums() returns trigger language plpgsql security definer set search_path = public as $$
begin
  insert into answer_sum as kept
    select school_id, person_id, week_of(effective_at), coalesce(pair, ''), coalesce(specimen_stage, ''), count(*),
           count(*) filter (where outcome = 'right'), count(*) filter (where outcome = 'left'),
           count(*) filter (where is_dangerous_specimen), count(*) filter (where outcome = 'dangerous gather'),
           count(*) filter (where is_dangerous_specimen and decision <> 'gather'),
           count(*) filter (where not is_dangerous_specimen and could_be_told),
           count(*) filter (where not is_dangerous_specimen and could_be_told and decision <> 'gather'),
           count(*) filter (where confidence = 'unsure' and outcome <> 'left'),
           count(*) filter (where confidence = 'unsure' and outcome = 'right'),
           count(*) filter (where confidence = 'fairly sure' and outcome <> 'left'),
           count(*) filter (where confidence = 'fairly sure' and outcome = 'right'),
           count(*) filter (where confidence = 'sure' and outcome <> 'left'),
           count(*) filter (where confidence = 'sure' and outcome = 'right'),
           max(effective_at)
      from added group by 1, 2, 3, 4, 5
  on conflict (school_id, person_id, week, pair, stage) do update set
    answers = kept.answers + excluded.answers,
    named_right = kept.named_right + excluded.named_right,
    left_alone = kept.left_alone + excluded.left_alone,
    dangerous_shown = kept.dangerous_shown + excluded.dangerous_shown,
    dangerous_gathers = kept.dangerous_gathers + excluded.dangerous_gathers,
    hits = kept.hits + excluded.hits,
    harmless_shown = kept.harmless_shown + excluded.harmless_shown,
    false_alarms = kept.false_alarms + excluded.false_alarms,
    unsure = kept.unsure + excluded.unsure,
    unsure_right = kept.unsure_right + excluded.unsure_right,
    fairly_sure = kept.fairly_sure + excluded.fairly_sure,
    fairly_sure_right = kept.fairly_sure_right + excluded.fairly_sure_right,
    sure = kept.sure + excluded.sure,
    sure_right = kept.sure_right + excluded.sure_right,
    last_at = greatest(kept.last_at, excluded.last_at);
  return null;
end $$;

create trigger answers_add_up after insert on answer_event
  referencing new table as added for each statement execute function add_to_sums();

-- Answers of earlier releases are added once, by their owner across schools.
alter table answer_event no force row level security;
alter table answer_sum no force row level security;
insert into answer_sum
  select school_id, person_id, week, pair, stage, sum(answers), sum(named_right), sum(left_alone), sum(dangerous_shown),
         sum(dangerous_gathers), sum(hits), sum(harmless_shown), sum(false_alarms), sum(unsure), sum(unsure_right),
         sum(fairly_sure), sum(fairly_sure_right), sum(sure), sum(sure_right), max(last_at)
    from answer_as_sum group by 1, 2, 3, 4, 5;
alter table answer_event force row level security;
alter table answer_sum force row level security;

-- The answers of this week are added to the sums of the weeks before; what was taken for what is rare.
create index answer_event_by_time on answer_event (school_id, effective_at);
create index answer_event_confused on answer_event (school_id, person_id, specimen, taken_for, effective_at, outcome)
  where taken_for is not null and taken_for <> specimen;

-- Asked once a statement, not once a row.
alter policy own_school on answer_event using (school_id = (select current_school()))
  with check (school_id = (select current_school()));
alter policy own_school on answer_sum using (school_id = (select current_school()))
  with check (school_id = (select current_school()));
