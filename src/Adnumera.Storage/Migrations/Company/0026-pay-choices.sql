-- How a company wants its pay runs, further: how much a journal says, contractors, tax on the processor's fee, hours, accruals.
alter table company add column payroll_detail text not null default 'department';
alter table company add column processor_name text not null default '';
alter table company add column contractor_group text not null default '';
alter table company add column contractor_shape text not null default 'journal';
alter table company add column fee_tax_code text not null default '';
alter table company add column fee_tax_percent text not null default '0';
alter table company add column pay_period_days integer not null default 0;
alter table company add column accrual_account text not null default '';
alter table company add column hours_shape text not null default 'none';
alter table company add column burden_percent text not null default '0';
alter table company add column hours_account text not null default '';
alter table company add column moved_percent text not null default '10';
alter table pay_run add column kind text not null default 'pay';
alter table pay_line add column employee text not null default '';
alter table pay_line add column project text not null default '';
-- Hours that employees worked on projects, and what an hour of each costs.
create table pay_hours (
  employee_key text not null, day text not null, place integer not null, employee text not null, item text not null, project text not null,
  cost_code text not null, hours integer not null, primary key (employee_key, day, place)) strict, without rowid;
create index pay_hours_by_day on pay_hours (day);
create table pay_rate (employee_key text primary key, employee text not null, rate integer not null) strict, without rowid;
