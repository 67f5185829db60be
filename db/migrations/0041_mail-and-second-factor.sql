-- Letters on their way to a mail server, one for each address. They stand above the schools: one queue for all.
create table mail (
  id uuid primary key,
  -- the message of a school's outbox; null: a letter about an account
  of_message uuid,
  recipient text not null check (length(recipient) between 3 and 320),
  reply_to text,
  subject text not null,
  -- emptied once it went: there may be a link in it
  body text not null,
  created_at timestamptz not null default now(),
  next_at timestamptz not null default now(),
  -- after this it is of no more use
  until timestamptz not null,
  tries integer not null default 0,
  sent_at timestamptz,
  failed_at timestamptz,
  -- what the mail server said last
  problem text not null default ''
);
create index mail_waiting on mail (next_at) where sent_at is null and failed_at is null;
create index mail_by_message on mail (of_message);
create index mail_by_recipient on mail (lower(recipient));

-- Another address for an account, until it is confirmed by a link that went there.
create table email_change (
  token_hash bytea primary key,
  account_id uuid not null references account on delete cascade,
  email text not null,
  expires_at timestamptz not null
);
create index email_change_by_account on email_change (account_id);

-- Time-based one-time passwords (RFC 6238) of an account; unconfirmed until the first code was right.
create table second_factor (
  account_id uuid primary key references account on delete cascade,
  -- in base 32, as authenticators take it
  secret text not null,
  created_at timestamptz not null default now(),
  confirmed_at timestamptz,
  -- the step of time whose code was used last: none is good twice
  last_step bigint not null default 0
);

create table recovery_code (
  account_id uuid not null references account on delete cascade,
  code_hash bytea not null,
  used_at timestamptz,
  primary key (account_id, code_hash)
);

-- Who has entered the password and has still to enter a code.
create table begun_sign_in (
  token_hash bytea primary key,
  account_id uuid not null references account on delete cascade,
  expires_at timestamptz not null,
  tries integer not null default 0
);
create index begun_sign_in_by_account on begun_sign_in (account_id);

grant select, insert, update, delete on mail, email_change, second_factor, recovery_code, begun_sign_in to good_trail_app;

-- Whether who owns the school or instructs must have a second factor.
alter table school add column second_factor text not null default 'free' check (second_factor in ('free', 'teachers'));

drop function viewer_of(bytea, integer, integer);
create function viewer_of(token bytea, idle_days integer, patience integer)
returns table (session_id uuid, account_id uuid, school_id uuid, person_id uuid, confirmed_at timestamptz, schools integer,
               is_stale boolean, name text, role text, school text, demo_date date, time_zone text, regions text[],
               today date, lacks_factor boolean)
language plpgsql as $$
declare
  has_factor boolean;
begin
  select session.id, session.account_id, session.school_id, membership.person_id, session.confirmed_at,
         (select count(*) from membership other where other.account_id = session.account_id),
         session.seen_at < now() - interval '5 minutes',
         exists (select from second_factor
                  where second_factor.account_id = session.account_id and second_factor.confirmed_at is not null)
    into session_id, account_id, school_id, person_id, confirmed_at, schools, is_stale, has_factor
    from session join membership on membership.account_id = session.account_id
                                and membership.school_id = session.school_id
   where session.token_hash = token and session.expires_at > now()
     and session.seen_at > now() - make_interval(days => idle_days);
  if not found then return; end if;
  perform enter_school(school_id, patience);
  return query
    select viewer_of.session_id, viewer_of.account_id, viewer_of.school_id, viewer_of.person_id, viewer_of.confirmed_at,
           viewer_of.schools, viewer_of.is_stale, person.name, person.role, own.name, own.demo_date, own.time_zone,
           own.regions, (domain_now() at time zone own.time_zone)::date,
           own.second_factor = 'teachers' and person.role in ('owner', 'instructor') and not has_factor
      from person join school own on own.school_id = person.school_id where person.id = viewer_of.person_id;
end $$;

-- A school's archive says which form of the tables it has.
grant select on schema_migration to good_trail_app;
