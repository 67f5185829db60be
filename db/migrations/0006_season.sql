-- Height above the sea moves the season of a site.
alter table site add column altitude_metres real check (altitude_metres between -100 and 3000);

-- What a school would like to teach at a site, and how much it is worth to it.
create table wish (
  school_id uuid not null references school,
  site_id uuid not null,
  taxon text not null,
  worth smallint not null check (worth between 1 and 3),
  primary key (school_id, site_id, taxon),
  foreign key (school_id, site_id) references site (school_id, id) on delete cascade
);
call keep_schools_apart('wish');

-- Days that the school has given away, or keeps free.
create table diary_entry (
  school_id uuid not null references school,
  id uuid not null,
  from_on date not null,
  until_on date not null check (until_on >= from_on),
  what text not null check (length(trim(what)) between 1 and 120),
  -- no walk can be held then; otherwise it is a remark only
  bars boolean not null,
  primary key (school_id, id)
);
create index diary_entry_by_day on diary_entry (school_id, from_on);
call keep_schools_apart('diary_entry');

grant select, insert, update, delete on wish, diary_entry to good_trail_app;
