-- Who looks after the installation itself. Whoever administers every company did so until now.
alter table person add column administers integer not null default 0;
update person set administers = 1 where id in (
  select person_id from membership where role = 'administrator' group by person_id having count(*) = (select count(*) from company));
-- A session is a row of its own now; those that carry a stamp have ended.
alter table person drop column stamp;
create table session (
  id integer primary key, secret_hash blob not null unique, person_id integer not null references person (id), device text not null,
  started_at text not null, seen_at text not null) strict;
create index session_by_person on session (person_id);
create table membership_next (
  person_id integer not null references person (id), company_id text not null references company (id),
  role text not null check (role in ('administrator', 'bookkeeper', 'approver', 'spender', 'reader')),
  primary key (person_id, company_id)) strict, without rowid;
insert into membership_next select person_id, company_id, role from membership;
drop table membership;
alter table membership_next rename to membership;
create index membership_by_company on membership (company_id);
create table invitation (
  id integer primary key, secret_hash blob not null unique, company_id text not null references company (id),
  role text not null check (role in ('administrator', 'bookkeeper', 'approver', 'spender', 'reader')), for_whom text not null,
  made_by text not null, made_at text not null, ends_at text not null, used_by text not null default '', used_at text not null default '') strict;
create index invitation_by_company on invitation (company_id, ends_at);
alter table company add column closed_at text not null default '';
-- Whose mapping book a new company wants to begin with, once its own chart is here.
alter table company add column book_from text not null default '';
-- What is done to the installation, sealed as the record of a company is.
create table audit (
  id integer primary key, at text not null, who text not null, what text not null, subject text not null,
  before text not null, after text not null, hash blob not null) strict;
create index audit_by_subject on audit (subject, id);
create trigger audit_is_not_changed before update on audit begin select raise(abort, 'the audit is append only'); end;
create trigger audit_is_not_removed before delete on audit begin select raise(abort, 'the audit is append only'); end;
