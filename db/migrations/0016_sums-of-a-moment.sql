-- What the answers up to a moment add up to, by person, week, pair and stage. Sums of whole weeks do; only where a
-- school's date was moved back into a week with later answers are those of that week added up anew. A function that is
-- inlined: what its caller asks for reaches the tables, and what does not depend on a row is asked once.
create function sums_at(moment timestamptz) returns setof answer_sum language sql stable as $$
  select * from answer_sum
   where week < (select week_of(moment))
      or week = (select week_of(moment))
         and not (select exists (select from answer_event
                                  where effective_at > moment and week_of(effective_at) = week_of(moment)))
  union all
  select * from answer_as_sum
   where (select exists (select from answer_event
                          where effective_at > moment and week_of(effective_at) = week_of(moment)))
     and last_at <= (select moment)
     and last_at >= (select to_timestamp(week_of(moment)::bigint * 604800 - 259200))
$$;

drop view pair_tally;
