-- Where the company's days begin (IANA time zone): today, the schedule, and the day of a book follow it.
alter table company add column time_zone text not null default 'Etc/UTC';

-- Dimensions, as many as there are: those that lines bring, found by their folded value; those that mappings fill in, as one text (JSON).
create table line_dimension (
  document_id integer not null references document (id), line integer not null, dimension text not null, value text not null, value_key text not null,
  primary key (document_id, line, dimension)) strict, without rowid;
create index line_dimension_by_value on line_dimension (dimension, value_key, document_id);
-- The keys are folded by the core, right after this script.
insert into line_dimension (document_id, line, dimension, value, value_key)
  select document_id, line, 'department', department, '' from document_line where department <> ''
  union all select document_id, line, 'location', location, '' from document_line where location <> ''
  union all select document_id, line, 'project', project, '' from document_line where project <> '';
drop index document_line_by_dimension;
alter table document_line drop column department;
alter table document_line drop column location;
alter table document_line drop column project;
alter table mapping add column dimensions text not null default '{}';
update mapping set dimensions = json_patch('{}', json_object(
  'department', nullif(department, ''), 'location', nullif(location, ''), 'project', nullif(project, '')));
alter table mapping drop column department;
alter table mapping drop column location;
alter table mapping drop column project;

-- How much lines are to carry a dimension: by kind of document, and by account.
alter table kind_choice add column demands text not null default '{}';
update kind_choice set demands = coalesce((
  select json_group_object(value, 'required') from json_each('["' || replace(trim(requires), ' ', '","') || '"]')), '{}') where trim(requires) <> '';
alter table kind_choice drop column requires;
create table account_demand (account text not null, dimension text not null, demand text not null, primary key (account, dimension)) strict, without rowid;
create table ledger_dimension (dimension text primary key, is_on integer not null) strict, without rowid;

-- A pull that waits is written in the form of before; it is made again by hand.
delete from pending_pull;

-- The original of an arrival is kept beside the books, by its hash.
alter table arrival add column original integer not null default 0;
