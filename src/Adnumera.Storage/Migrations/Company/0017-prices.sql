-- How far prices may move, and whether a moved one holds its document.
alter table company add column price_percent text not null default '5';
alter table company add column price_money text not null default '0';
alter table company add column holds_for_prices integer not null default 0;
alter table document_line add column price_before text not null default '';

-- Each price of an item by supplier as it came, in millionths, and what became of it. Its effect is in minor units.
create table price (
  document_id integer not null references document (id), line integer not null, supplier_key text not null, item_key text not null,
  day text not null, price integer not null, before integer, quantity integer not null, effect integer not null, state text not null,
  primary key (document_id, line)) strict, without rowid;
create index price_by_item on price (item_key, supplier_key, day, document_id);
create index price_moved on price (abs(effect) desc, document_id, line) where state = 'moved';
create index price_by_day on price (day, abs(effect)) where before is not null;

-- What is held against the next price.
create table accepted_price (
  supplier_key text not null, item_key text not null, price integer not null, document_id integer not null, line integer not null,
  at text not null, who text not null, primary key (supplier_key, item_key)) strict, without rowid;

-- What was decided about prices, to be taken back.
create table price_decision (
  id integer primary key, at text not null, who text not null, decided text not null, content text not null, undone_at text not null default '') strict;
