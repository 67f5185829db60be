-- Names the library as a school uses it at this moment: its release with its latest edit. By the edit's id, not its
-- number: that of an edit which was rolled back may be given again.
create function library_key() returns text language sql stable as $$
  select library_hash || ' ' || coalesce((select id::text from library_edit order by version desc limit 1), 'as released')
    from school
$$;

-- A question as it is asked: with its round's walk and quiz, the library that it is drawn from, what was asked for in
-- it, and its answer.
create type asked_question as (
  id uuid, specification jsonb, library_key text, "position" integer, walk_id uuid, walk_name text,
  quiz_id uuid, quiz_name text, phase text, seconds_left double precision, wishes text[], outcome text, drill text);

-- A person's own questions: one of them, or all of a round; in one trip, and in plpgsql, which keeps its plans: planned
-- anew at each request they take longer than they run.
create function own_questions(school uuid, patience integer, person uuid, of_round uuid, one uuid)
returns setof asked_question language plpgsql as $$
begin
  perform enter_school(school, patience);
  if one is not null then
    select question.round_id into of_round from question where question.id = one;
  end if;
  return query
    select question.id, question.specification, library_key(), question.position, round.walk_id, walk.name,
           round.quiz_id, quiz.name, round.phase,
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
