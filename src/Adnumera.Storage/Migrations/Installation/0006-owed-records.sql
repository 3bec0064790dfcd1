-- What was done here and belongs into a company's record: written with what was done, and carried over to the company's file.
create table owed_record (
  id integer primary key, company_id text not null references company (id), mark text not null unique, at text not null, who text not null,
  what text not null, subject text not null, before text not null, after text not null) strict;
create index owed_record_by_company on owed_record (company_id, id);
-- Who made an invitation, as the person that it ends with; none of those of before and of the command line.
alter table invitation add column made_by_person integer references person (id);
create index invitation_by_person on invitation (made_by_person) where made_by_person is not null;
-- Who was taken out of a company can be taken back; whoever never was in it is invited.
create table left_membership (
  person_id integer not null references person (id), company_id text not null references company (id), role text not null,
  primary key (person_id, company_id)) strict, without rowid;
-- When somebody who looks after the installation gave themselves a role, until an administrator of the company says what they are.
alter table membership add column taken_at text not null default '';
-- The same invitation asked for twice is one.
alter table invitation add column mark text not null default '';
create unique index invitation_by_mark on invitation (company_id, mark) where mark <> '';
