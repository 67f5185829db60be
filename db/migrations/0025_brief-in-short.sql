-- A brief on two pages, for who comes along.
alter table print_job drop constraint print_job_kind_check;
alter table print_job add constraint print_job_kind_check check (kind in ('brief', 'learners', 'short', 'cards'));
