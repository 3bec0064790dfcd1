-- What persons put right on documents over what their sources say, and these as their sources say them.
create table document_edit (
  document_id integer primary key references document (id), edits text not null, said text not null) strict;
alter table document add column held_back text not null default '';
alter table document add column entry_date_choice text not null default '';
alter table document add column set_aside_note text not null default '';

-- Decisions of persons on documents, each with all that stood decided before and after it, to be taken back; those that were made at once
-- for many belong together.
create table decision_batch (
  id integer primary key, at text not null, who text not null, what text not null, documents integer not null,
  undone_at text not null default '') strict;
create table document_decision (
  id integer primary key, batch_id integer references decision_batch (id), document_id integer not null references document (id),
  at text not null, who text not null, before text not null, after text not null, undone_at text not null default '') strict;
create index document_decision_by_document on document_decision (document_id, id);
create index document_decision_by_batch on document_decision (batch_id) where batch_id is not null;
