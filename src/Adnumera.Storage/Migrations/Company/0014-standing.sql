-- What was decided once and decides itself from then on, in order.
create table standing_decision (
  id integer primary key, position integer not null, name text not null, condition text not null, effects text not null,
  is_on integer not null, at text not null, who text not null) strict;

-- What each did to documents: what it set on which line, and whether that holds.
create table standing_use (
  document_id integer not null references document (id), decision_id integer not null, line integer not null, field text not null,
  dimension text not null, value text not null, value_key text not null, won integer not null,
  primary key (document_id, decision_id, line, field, dimension, value)) strict, without rowid;
create index standing_use_by_decision on standing_use (decision_id, won, document_id);
create index standing_use_by_value on standing_use (field, value_key, document_id) where won = 1 and value_key <> '';
