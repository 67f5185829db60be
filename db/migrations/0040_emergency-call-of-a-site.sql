-- The emergency call that holds at a site, where it is not the school's: 911 on ground in North America.
alter table site add column emergency_call text not null default '';
