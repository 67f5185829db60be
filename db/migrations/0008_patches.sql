-- A patch may be an area; what is known of it grows.
alter table patch
  add column microhabitat text not null default '' check (length(microhabitat) <= 300),
  -- a GeoJSON Polygon; longitude and latitude stay its middle
  add column outline jsonb,
  -- the scout found no other of its kind on the site: nothing is taken from it
  add column is_only boolean not null default false,
  -- it is not there any more, and is kept for its history
  add column gone_on date;

-- What was counted. Append-only but for taking a mistaken count back.
create table census (
  school_id uuid not null references school,
  id uuid not null,
  patch_id uuid not null,
  counted_on date not null,
  -- { method: 'quadrats', quadratSquareMetres, patchSquareMetres, counts } and others, as the core reads them
  body jsonb not null,
  -- share that the harvest rule leaves alone
  exempt_share real check (exempt_share between 0 and 1),
  counted_by uuid not null,
  effective_at timestamptz not null,
  recorded_at timestamptz not null default now(),
  primary key (school_id, id),
  foreign key (school_id, patch_id) references patch (school_id, id) on delete cascade,
  foreign key (school_id, counted_by) references person (school_id, id)
);
create index census_of_patch on census (school_id, patch_id, counted_on desc);
call keep_schools_apart('census');

-- The ledger of what was taken. Append-only: a wrong entry is taken back by one that names it.
create table gathering (
  school_id uuid not null references school,
  id uuid not null,
  patch_id uuid not null,
  walk_id uuid,
  taxon text not null,
  part text not null,
  pieces integer not null check (pieces between 1 and 100000),
  -- a plant lifted to show its root is charged like the rest
  is_lifted boolean not null default false,
  gathered_on date not null,
  -- where they were noted: how many gathered, and for how long
  people integer check (people between 1 and 500),
  minutes real check (minutes > 0 and minutes <= 600),
  note text not null default '' check (length(note) <= 300),
  takes_back uuid,
  recorded_by uuid not null,
  effective_at timestamptz not null,
  recorded_at timestamptz not null default now(),
  primary key (school_id, id),
  unique (school_id, takes_back),
  foreign key (school_id, patch_id) references patch (school_id, id),
  foreign key (school_id, walk_id) references walk (school_id, id) on delete set null (walk_id),
  foreign key (school_id, takes_back) references gathering (school_id, id),
  foreign key (school_id, recorded_by) references person (school_id, id)
);
create index gathering_of_patch on gathering (school_id, patch_id, gathered_on desc);
call keep_schools_apart('gathering');

-- What counts in the ledger: entries that were not taken back.
create view gathered with (security_invoker = true) as
  select entry.* from gathering entry
   where takes_back is null and effective_at <= domain_now()
     and not exists (select 1 from gathering undo
                      where undo.school_id = entry.school_id and undo.takes_back = entry.id
                        and undo.effective_at <= domain_now());

-- What happened to the ground on a day: it closes a patch (or the whole site) for a time, or sets growth back.
create table ground_event (
  school_id uuid not null references school,
  id uuid not null,
  site_id uuid not null,
  patch_id uuid,
  kind text not null check (kind in ('sprayed', 'mown', 'ploughed', 'flooded', 'burnt', 'cleared')),
  happened_on date not null,
  closed_until date check (closed_until >= happened_on),
  sets_back_days integer check (sets_back_days between 1 and 365),
  note text not null default '' check (length(note) <= 300),
  noted_by uuid not null,
  effective_at timestamptz not null,
  recorded_at timestamptz not null default now(),
  primary key (school_id, id),
  check (closed_until is not null or sets_back_days is not null),
  foreign key (school_id, site_id) references site (school_id, id) on delete cascade,
  foreign key (school_id, patch_id) references patch (school_id, id) on delete cascade,
  foreign key (school_id, noted_by) references person (school_id, id)
);
create index ground_event_of_site on ground_event (school_id, site_id, happened_on desc);
call keep_schools_apart('ground_event');

-- A plant that was found to be another: what relied on the old name is listed and marked.
create table renaming (
  school_id uuid not null references school,
  id uuid not null,
  patch_id uuid not null,
  old_taxon text not null,
  new_taxon text not null,
  reason text not null check (length(trim(reason)) between 1 and 300),
  renamed_by uuid not null,
  effective_at timestamptz not null,
  recorded_at timestamptz not null default now(),
  primary key (school_id, id),
  foreign key (school_id, patch_id) references patch (school_id, id) on delete cascade,
  foreign key (school_id, renamed_by) references person (school_id, id)
);
call keep_schools_apart('renaming');

-- How many pieces each person is to gather: what a planned walk reserves of a patch.
alter table walk_taxon add column pieces_each integer check (pieces_each between 1 and 1000);

grant select, insert, delete on census, ground_event to good_trail_app;
grant select, insert on gathering, renaming to good_trail_app;
grant select on gathered to good_trail_app;
grant update (taxon) on sighting to good_trail_app;
