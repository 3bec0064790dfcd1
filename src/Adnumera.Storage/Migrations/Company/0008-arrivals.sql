-- Whose a file is, of which form, and what its statement is of.
alter table arrival add column source text not null default '';
alter table arrival add column form text not null default 'documents_file';
alter table arrival add column account text not null default '';
alter table arrival add column payment_account text not null default '';
alter table arrival add column money integer not null default 0;
alter table arrival add column skipped integer not null default 0;
alter table arrival add column taken_back_at text not null default '';
alter table arrival add column taken_back_by text not null default '';
update arrival set source = coalesce((select min(source) from document d where d.arrival_id = arrival.id having count(distinct source) = 1), '');
create index arrival_of_account on arrival (form, account, id);
create index document_by_arrival on document (arrival_id, state);

-- Where a document stands in its file, as people say it.
alter table document add column place text not null default '';
update document set place = case when first_row = last_row then 'row ' || first_row else 'rows ' || first_row || '–' || last_row end;
alter table document drop column first_row;
alter table document drop column last_row;

-- What a file has and is no document: kept and shown with it.
create table skipped (
  arrival_id integer not null references arrival (id), position integer not null, place text not null, source text not null,
  source_id text not null, day text not null, amount integer not null, currency text not null, reason text not null, detail text not null,
  primary key (arrival_id, position)) strict, without rowid;

-- How tables are read: recognised by their header.
create table layout (
  header_key text primary key, source text not null, content text not null, at text not null, who text not null) strict;

-- The highest number that a document ever had here: those of files that were taken back are not given again.
create table numbering (id integer primary key check (id = 1), last_document integer not null) strict;
insert into numbering (id, last_document) values (1, 0);

-- Causes of all months together, so that the largest are found without adding up each.
create table hold_total (
  reason text not null, value text not null, documents integer not null, money integer not null, primary key (reason, value)) strict, without rowid;
create index hold_total_by_money on hold_total (money desc, reason, value) where documents > 0;
insert into hold_total (reason, value, documents, money) select reason, value, sum(documents), sum(money) from hold_cell group by reason, value;
create trigger hold_cell_is_added after insert on hold_cell begin
  insert into hold_total (reason, value, documents, money) values (new.reason, new.value, new.documents, new.money)
    on conflict do update set documents = documents + excluded.documents, money = money + excluded.money;
end;
create trigger hold_cell_is_changed after update of documents, money on hold_cell begin
  update hold_total set documents = documents + new.documents - old.documents, money = money + new.money - old.money
  where reason = new.reason and value = new.value;
end;
create trigger hold_cell_is_gone after delete on hold_cell begin
  update hold_total set documents = documents - old.documents, money = money - old.money where reason = old.reason and value = old.value;
end;

-- Whether a document has the same cause on another line is asked of its own few reasons, never of all that are alike: a plus keeps the
-- indexes of causes out of it.
drop trigger hold_is_counted;
drop trigger hold_is_not_counted;
create trigger hold_is_counted after update of period, money on hold begin
  insert into hold_cell (reason, value, period, documents, money)
    values (new.reason, new.value, new.period, not exists (select 1 from hold h where h.document_id = new.document_id and +h.reason = new.reason
      and +h.value = new.value and h.line <> new.line and +h.period <> ''), new.money)
    on conflict do update set documents = documents + excluded.documents, money = money + excluded.money;
end;
create trigger hold_is_not_counted after delete on hold begin
  update hold_cell set money = money - old.money,
    documents = documents - not exists (select 1 from hold h where h.document_id = old.document_id and +h.reason = old.reason and +h.value = old.value)
  where reason = old.reason and value = old.value and period = old.period;
end;
