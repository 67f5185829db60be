-- A release holds a library for each region; a school works in one or several, a site lies in one.
create table release_library (
  hash text not null references library_release (hash),
  region text not null,
  document jsonb not null,
  primary key (hash, region)
);
insert into release_library (hash, region, document)
  select hash, 'north-west-europe', document from library_release;
alter table library_release drop column document;
grant select on release_library to good_trail_app;

alter table school
  -- the one that holds where nothing else is said comes first
  add column regions text[] not null default '{north-west-europe}' check (cardinality(regions) > 0);
alter table school alter column regions drop default;

alter table site add column region text not null default 'north-west-europe';
alter table site alter column region drop default;

-- What is asked is drawn from one region's library.
alter table round add column region text not null default 'north-west-europe';
alter table round alter column region drop default;
alter table quiz add column region text not null default 'north-west-europe';
alter table quiz alter column region drop default;

-- A correction is made in a region's library; of what is the same everywhere it holds in all.
alter table library_edit
  add column region text not null default 'north-west-europe',
  -- the region where it alone holds; empty where it holds in all
  add column scope text not null default '';
alter table library_edit no force row level security;
update library_edit set scope = region
 where path in ('taxon', 'habitats', 'microhabitat') or path like 'names/%' or path like 'legal/%' or path like '%/windows';
alter table library_edit force row level security;
alter table library_edit alter column region drop default, alter column scope drop default;
drop index library_edit_of_cell;
create index library_edit_of_cell on library_edit (school_id, taxon, path, scope, version desc);

alter table library_import add column region text not null default 'north-west-europe';
alter table library_import alter column region drop default;

drop function viewer_of(bytea, integer, integer);
create function viewer_of(token bytea, idle_days integer, patience integer)
returns table (session_id uuid, account_id uuid, school_id uuid, person_id uuid, confirmed_at timestamptz, schools integer,
               is_stale boolean, name text, role text, school text, demo_date date, time_zone text, regions text[],
               today date)
language plpgsql as $$
begin
  select session.id, session.account_id, session.school_id, membership.person_id, session.confirmed_at,
         (select count(*) from membership other where other.account_id = session.account_id),
         session.seen_at < now() - interval '5 minutes'
    into session_id, account_id, school_id, person_id, confirmed_at, schools, is_stale
    from session join membership on membership.account_id = session.account_id
                                and membership.school_id = session.school_id
   where session.token_hash = token and session.expires_at > now()
     and session.seen_at > now() - make_interval(days => idle_days);
  if not found then return; end if;
  perform enter_school(school_id, patience);
  return query
    select viewer_of.session_id, viewer_of.account_id, viewer_of.school_id, viewer_of.person_id, viewer_of.confirmed_at,
           viewer_of.schools, viewer_of.is_stale, person.name, person.role, own.name, own.demo_date, own.time_zone,
           own.regions, (domain_now() at time zone own.time_zone)::date
      from person join school own on own.school_id = person.school_id where person.id = viewer_of.person_id;
end $$;

-- A person's own questions, each with the library of its round's region.
create or replace function own_questions(school uuid, patience integer, person uuid, of_round uuid, one uuid)
returns setof asked_question language plpgsql as $$
begin
  perform enter_school(school, patience);
  if one is not null then
    select question.round_id into of_round from question where question.id = one;
  end if;
  return query
    select question.id, question.specification, library_key() || ' ' || round.region, question.position, round.walk_id,
           walk.name, round.quiz_id, quiz.name, round.phase,
           extract(epoch from round.opened_at + make_interval(mins => quiz.minutes) - now())::double precision,
           (select array_agg(wish order by question_wish.recorded_at) from question_wish
             where question_wish.school_id = question.school_id and question_wish.question_id = question.id),
           answer.outcome, answer.drill
      from round
      join question on question.school_id = round.school_id and question.round_id = round.id
                   and (one is null or question.id = one)
      left join walk on walk.school_id = round.school_id and walk.id = round.walk_id
      left join quiz on quiz.school_id = round.school_id and quiz.id = round.quiz_id
      -- one by one, by their index: not all answers of the school
      left join lateral (select answer_event.outcome, answer_event.drill from answer_event
                          where answer_event.school_id = question.school_id and answer_event.question_id = question.id
                          limit 1) answer on true
     where round.id = of_round and round.person_id = person
     order by question.position;
end $$;
