-- Rows of the record that were carried over from the installation's file, so that none comes twice.
create table carried_record (mark text primary key) strict, without rowid;
-- What was asked for under a mark of its own, and what was made of it.
create table made_once (mark text primary key, id integer not null) strict, without rowid;
-- The decision by which a line of a statement was coded when it was confirmed what it pays.
alter table pay_leg add column decision_id integer references document_decision (id);
-- The supplier that an instruction adds, or that its entry waits for; blank where the ledger had it.
alter table instruction add column supplier_key text not null default '';
create index instruction_by_supplier on instruction (supplier_key, organisation, state) where supplier_key <> '';
