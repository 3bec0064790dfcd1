-- The count knows the kind, too, so that a list is counted without reading it.
create table count_cell_next (
  source text not null, period text not null, state text not null, kind text not null, documents integer not null, money integer not null,
  primary key (source, period, state, kind)) strict, without rowid;
insert into count_cell_next (source, period, state, kind, documents, money)
  select source, period, state, kind, count(*), sum(case when currency = (select currency from company) then signed_total else 0 end)
  from document group by source, period, state, kind;
drop table count_cell;
alter table count_cell_next rename to count_cell;

-- How many instructions of a dispatch are in which state: kept by the statement that changes one.
create table dispatch_cell (
  dispatch_id integer not null references dispatch (id), state text not null, instructions integer not null,
  primary key (dispatch_id, state)) strict, without rowid;
insert into dispatch_cell (dispatch_id, state, instructions) select dispatch_id, state, count(*) from instruction group by dispatch_id, state;
create trigger instruction_is_counted after insert on instruction begin
  insert into dispatch_cell (dispatch_id, state, instructions) values (new.dispatch_id, new.state, 1)
    on conflict do update set instructions = instructions + 1;
end;
create trigger instruction_is_counted_elsewhere after update of state on instruction when new.state <> old.state begin
  update dispatch_cell set instructions = instructions - 1 where dispatch_id = old.dispatch_id and state = old.state;
  insert into dispatch_cell (dispatch_id, state, instructions) values (new.dispatch_id, new.state, 1)
    on conflict do update set instructions = instructions + 1;
end;
create trigger instruction_is_not_counted after delete on instruction begin
  update dispatch_cell set instructions = instructions - 1 where dispatch_id = old.dispatch_id and state = old.state;
end;

-- The outbox: what is open is little, however much went before.
drop index instruction_by_state;
drop index instruction_by_dispatch;
create index instruction_planned on instruction (dispatch_id, kind desc, id) where state = 'planned';
create index instruction_unclear on instruction (organisation, kind desc, id) where state in ('sent', 'unknown');
create index instruction_by_dispatch on instruction (dispatch_id, state, kind desc, id);
create index instruction_of_supplier on instruction (organisation, id) where kind = 'supplier';
create index document_by_kind on document (kind);
create index document_by_source_id on document (source_id);
create index document_ready_by_supplier on document (supplier_key, supplier) where state = 'ready' and supplier_key <> '';

-- Search inside names, references, numbers and texts: filled in the background, the newest first, from last_id on and from first_id back.
create virtual table document_text using fts5 (text, tokenize = 'trigram', content = '', contentless_delete = 1);
create table text_index (id integer primary key check (id = 1), first_id integer not null, last_id integer not null) strict;
insert into text_index (id, first_id, last_id) select 1, coalesce(max(id), 0) + 1, coalesce(max(id), 0) from document;
-- Documents whose text changed after it was indexed.
create table text_due (document_id integer primary key references document (id)) strict;

-- What waits by its cause: each reason of a document carries its period and its money, and the cells are kept by the statements that write or
-- remove one. A document counts once for a cause, on however many lines.
alter table hold add column period text not null default '';
alter table hold add column money integer not null default 0;
update hold set period = (select d.period from document d where d.id = document_id),
  money = coalesce((select abs(l.net + l.tax) from document_line l where l.document_id = hold.document_id and l.line = hold.line),
    (select d.total from document d where d.id = document_id));
create table hold_cell (
  reason text not null, value text not null, period text not null, documents integer not null, money integer not null,
  primary key (reason, value, period)) strict, without rowid;
insert into hold_cell (reason, value, period, documents, money)
  select reason, value, period, count(distinct document_id), sum(money) from hold group by reason, value, period;
create index hold_by_period on hold (reason, value, period, document_id);
create trigger hold_is_measured after insert on hold begin
  update hold set period = (select d.period from document d where d.id = new.document_id),
    money = coalesce((select abs(l.net + l.tax) from document_line l where l.document_id = new.document_id and l.line = new.line and new.line <> 0),
      (select d.total from document d where d.id = new.document_id))
  where document_id = new.document_id and line = new.line and reason = new.reason and value = new.value;
end;
create trigger hold_is_counted after update of period, money on hold begin
  insert into hold_cell (reason, value, period, documents, money)
    values (new.reason, new.value, new.period, not exists (select 1 from hold h where h.document_id = new.document_id and h.reason = new.reason
      and h.value = new.value and h.line <> new.line and h.period <> ''), new.money)
    on conflict do update set documents = documents + excluded.documents, money = money + excluded.money;
end;
create trigger hold_is_not_counted after delete on hold begin
  update hold_cell set money = money - old.money,
    documents = documents - not exists (select 1 from hold h where h.document_id = old.document_id and h.reason = old.reason and h.value = old.value)
  where reason = old.reason and value = old.value and period = old.period;
end;
