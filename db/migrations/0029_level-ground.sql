-- Ground of which somebody who knows it says that nothing on it climbs: a path without heights is then no gap.
alter table site add column is_level boolean not null default false;
