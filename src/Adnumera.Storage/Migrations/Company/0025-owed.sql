-- What pay runs owe and to whom, what of it employees repay, what the ledger says of these accounts, and which payments pay what.
create table pay_owed (
  document_id integer not null references document (id), place integer not null, account text not null, payee_kind text not null,
  payee text not null, payee_key text not null, amount integer not null, primary key (document_id, place)) strict, without rowid;
create table pay_repaid (
  document_id integer not null references document (id), account text not null, employee text not null, employee_key text not null,
  amount integer not null, primary key (document_id, account, employee_key)) strict, without rowid;
create table pay_due (
  payee_kind text not null, payee_key text not null, payee text not null, rule text not null, days integer not null,
  primary key (payee_kind, payee_key)) strict, without rowid;
-- The ledger as it was last read: each entry's sum in each of the accounts, and their balances at the end of days.
create table owed_reading (
  id integer primary key check (id = 1), at text not null, who text not null, first text not null, through text not null) strict;
create table owed_movement (
  account text not null, day text not null, ledger_entry text not null, signed integer not null, reference text not null, who text not null,
  employee text not null, source text not null, source_id text not null, primary key (account, day, ledger_entry)) strict, without rowid;
create table owed_balance (account text not null, day text not null, balance integer not null, primary key (account, day)) strict, without rowid;
-- Which payment pays what of a run: an entry of the ledger that is not ours, or a document that is.
create table pay_leg (
  id integer primary key, account text not null, ledger_entry text not null, document_id integer references document (id),
  run_id integer not null references document (id), payee_kind text not null, payee_key text not null, amount integer not null,
  at text not null, who text not null) strict;
create index pay_leg_by_run on pay_leg (run_id);
create index pay_leg_by_entry on pay_leg (account, ledger_entry);
create index pay_leg_by_document on pay_leg (document_id) where document_id is not null;
-- What a person said pays no pay run.
create table pay_leg_apart (
  account text not null, ledger_entry text not null, at text not null, who text not null,
  primary key (account, ledger_entry)) strict, without rowid;
