-- Pay runs: their registers and what became of them, where pay items go, and how the company wants its journals.
alter table company add column payroll_date text not null default 'pay_date';
alter table company add column payroll_shape text not null default 'detailed';
alter table company add column processor_account text not null default '';
create table pay_row (
  document_id integer not null references document (id), row integer not null, employee text not null, employee_key text not null,
  department text not null, employee_group text not null, item text not null, item_key text not null, type text not null,
  amount integer not null, agency text not null, primary key (document_id, row)) strict, without rowid;
create index pay_row_by_employee on pay_row (document_id, employee_key, row);
create table pay_run (
  document_id integer primary key references document (id), period_end text not null, employees integer not null) strict;
create table pay_item (
  document_id integer not null references document (id), item_key text not null, type text not null, agency text not null,
  item text not null, amount integer not null, place integer not null,
  primary key (document_id, item_key, type, agency)) strict, without rowid;
create index pay_item_by_item on pay_item (item_key, document_id);
create table pay_out (
  document_id integer not null references document (id), place integer not null, employee text not null, out_by integer not null,
  primary key (document_id, place)) strict, without rowid;
create table pay_line (
  document_id integer not null references document (id), line integer not null, account text not null, department text not null,
  signed integer not null, memo text not null, rung text not null, because text not null,
  primary key (document_id, line)) strict, without rowid;
create table payroll_mapping (
  item text not null, item_key text not null, department text not null, department_key text not null, employee_group text not null,
  group_key text not null, agency text not null, agency_key text not null, expense_account text not null, liability_account text not null,
  primary key (item_key, department_key, group_key, agency_key)) strict, without rowid;
-- What the company says of pay items for social insurance.
create table pay_item_flags (item_key text primary key, item text not null, taxable integer not null, pays text not null) strict;
create table payroll_change (
  id integer primary key, at text not null, who text not null, before text not null, after text not null, undone_by integer) strict;
