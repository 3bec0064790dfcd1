-- Information returns: what was paid as the ledger has it, where each line of it counts, boxes and thresholds by year, what is known of suppliers,
-- closed years, and what was sent to recipients.
create table box_row (
  year integer not null, account text not null, supplier_key text not null, supplier text not null, box text not null,
  primary key (year, account, supplier_key)) strict, without rowid;
create table box_threshold (
  year integer not null, box text not null, amount integer not null, source text not null, confirmed integer not null,
  at text not null, who text not null, primary key (year, box)) strict, without rowid;
-- Payments, and which year's were read when. The mark tells whether a payment is another than before.
create table payments_reading (
  year integer primary key, at text not null, who text not null, through text not null, payments integer not null, posted integer not null,
  voided integer not null) strict;
create table paid (
  payment text primary key, year integer not null, day text not null, supplier text not null, supplier_key text not null, method text not null,
  method_by text not null, told_method text not null, told_by text not null, paid_from text not null, reference text not null, voided integer not null, amount integer not null,
  withheld integer not null, run_id integer references document (id), mark text not null) strict, without rowid;
create index paid_by_day on paid (year, day, payment);
create index paid_by_supplier on paid (year, supplier_key, supplier);
create index paid_by_run on paid (year, amount) where run_id is not null;
create table paid_line (
  payment text not null references paid (payment), place integer not null, year integer not null, month integer not null,
  supplier_key text not null, method text not null, voided integer not null, bill text not null, bill_reference text not null,
  line text not null, account text not null, line_amount integer not null, paid integer not null, choice text not null,
  amount integer not null, withheld integer not null, tally_place text not null, exempted text not null,
  primary key (payment, place)) strict, without rowid;
create index paid_line_by_supplier on paid_line (year, supplier_key, tally_place, month, amount, withheld, exempted);
create index paid_line_by_account on paid_line (year, account, supplier_key, amount, tally_place);
-- Kept in step by the transaction that places lines; a test holds them against a recount.
create table tally_cell (
  year integer not null, supplier_key text not null, tally_place text not null, exempted text not null, amount integer not null,
  withheld integer not null, lines integer not null, primary key (year, supplier_key, tally_place, exempted)) strict, without rowid;
create table tally_supplier (
  year integer not null, supplier_key text not null, supplier text not null, primary key (year, supplier_key)) strict, without rowid;
create table tally_month (
  year integer not null, supplier_key text not null, month integer not null, tally_place text not null, amount integer not null,
  primary key (year, supplier_key, month, tally_place)) strict, without rowid;
create table tally_account (
  year integer not null, supplier_key text not null, account text not null, tally_place text not null, amount integer not null,
  primary key (year, supplier_key, account, tally_place)) strict, without rowid;
-- What moved between places, when and why.
create table tally_move (
  id integer primary key, at text not null, who text not null, because text not null, year integer not null, supplier_key text not null,
  tally_place text not null, amount integer not null) strict;
create index tally_move_by_year on tally_move (year, at);
-- What persons decided of payments.
create table paid_choice (
  payment text not null, bill text not null, line text not null, box text not null, reason text not null, at text not null, who text not null,
  primary key (payment, bill, line)) strict, without rowid;
create table paid_method (payment text primary key, method text not null, reason text not null, at text not null, who text not null) strict;
-- What is known of suppliers; tax numbers are protected, what may be shown of them stands beside.
create table return_supplier (
  supplier_key text primary key, supplier text not null, legal_name text not null, business_name text not null, classification text not null,
  exempt_code integer not null, number_kind text not null, number text not null, number_shown text not null, number_status text not null,
  address text not null, town text not null, email text not null, attorney integer not null, agent integer not null, foreign_payee integer not null,
  w8 integer not null, reportable text not null, reportable_reason text not null, name_is_right integer not null, bills_may_go integer not null, w9_received text not null,
  w9_signed integer not null, w9_dated text not null, w9_file text not null, w9_file_name text not null,
  at text not null, who text not null) strict, without rowid;
create table w9_request (
  supplier_key text not null, day text not null, how text not null, at text not null, who text not null,
  primary key (supplier_key, day, how)) strict, without rowid;
-- Where the fields of a form stand that a person pointed at once.
create table w9_layout (fields_hash text primary key, layout text not null, at text not null, who text not null) strict;
-- Every decision, with what stood before, to take back.
create table return_change (
  id integer primary key, at text not null, who text not null, kind text not null, subject text not null, says text not null,
  before text not null, after text not null, undone_by integer references return_change (id)) strict;
create index return_change_by_kind on return_change (kind, subject, id);
create table closed_year (
  year integer primary key, at text not null, who text not null, hash text not null, content blob not null) strict;
create table statement_sent (
  year integer not null, supplier_key text not null, form text not null, day text not null, how text not null, came_back text not null,
  note text not null, at text not null, who text not null, primary key (year, supplier_key, form, day, how)) strict, without rowid;
-- Who pays, as it stands on letters and statements.
create table payer (
  id integer primary key check (id = 1), name text not null, address text not null, town text not null, phone text not null,
  number text not null, number_shown text not null) strict;

-- Boxes stood on suppliers before: each goes to the accounts that the supplier's entries went to; those of groups were never read.
insert or ignore into box_row (year, account, supplier_key, supplier, box)
  select cast(substr(h.last, 1, 4) as integer), h.account, h.supplier_key, h.supplier, m.value
  from mapping m join ledger_history h on h.supplier_key = m.key_folded where m.key_kind = 'supplier_box' and m.value <> '';
delete from mapping where key_kind = 'supplier_box';
delete from change where kind = 'supplier_box';
alter table supplier_group drop column box;
alter table company add column first_bill text not null default 'warn';
