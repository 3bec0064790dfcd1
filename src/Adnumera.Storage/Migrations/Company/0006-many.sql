-- Documents that are coded anew in the background, and what caused it. A later cause takes a document over from an earlier one.
create table recoding (
  id integer primary key, at text not null, who text not null, why text not null, set_id integer references change_set (id),
  documents integer not null, remaining integer not null) strict;
create index recoding_underway on recoding (id) where remaining > 0;
create table recoding_due (
  document_id integer primary key references document (id), recoding_id integer not null references recoding (id)) strict;
create index recoding_due_of on recoding_due (recoding_id, document_id);
create trigger recoding_is_due after insert on recoding_due begin
  update recoding set remaining = remaining + 1 where id = new.recoding_id;
end;
create trigger recoding_is_done after delete on recoding_due begin
  update recoding set remaining = remaining - 1 where id = old.recoding_id;
end;
create trigger recoding_is_taken_over after update of recoding_id on recoding_due when new.recoding_id <> old.recoding_id begin
  update recoding set remaining = remaining - 1 where id = old.recoding_id;
  update recoding set remaining = remaining + 1 where id = new.recoding_id;
end;

-- What a proof found by day and kind, so that a page neither counts nor adds up all of it. At stake is, of each document, its largest amount.
create table difference_cell (
  proof_id integer not null references proof (id), day text not null, kind text not null, differences integer not null, stake integer not null,
  primary key (proof_id, day, kind)) strict, without rowid;
create index difference_by_kind on difference (kind, id);
insert into difference_cell (proof_id, day, kind, differences, stake)
  select proof_id, day, kind, count(*), sum(case when place = 1 then amount else 0 end)
  from (select proof_id, day, kind, amount, row_number() over (
      partition by proof_id, coalesce(cast(document_id as text), source || ' ' || source_id || ' ' || ledger_entries) order by amount desc, id) as place
    from difference)
  group by proof_id, day, kind;
