-- What the entry of each document makes of each account, in all, and what of that was spent. What was sent before is read from what was sent.
create table posting (
  document_id integer not null references document (id), account text not null, amount integer not null, spent integer not null,
  primary key (document_id, account)) strict, without rowid;
create index posting_by_account on posting (account, document_id);
drop index document_line_by_decided;
insert into posting (document_id, account, amount, spent)
  select i.document_id, l.value ->> 'Account', sum(l.value ->> 'Signed'), sum(iif(l.value ->> 'IsOffset', 0, l.value ->> 'Signed'))
  from document d
  join instruction i on i.id = (select max(x.id) from instruction x where x.document_id = d.id and x.kind = 'entry' and x.state = 'accepted')
  join json_each(i.content, '$.Lines') l
  where d.state in ('posted', 'proved') group by 1, 2;

-- What was spent, by what, where it stands, by the months of the documents (days, for payment accounts) and those of their arrival.
create table spend_cell (
  spent_by text not null, key text not null, standing text not null, day text not null, arrived text not null,
  documents integer not null, money integer not null,
  primary key (spent_by, key, day, arrived, standing)) strict, without rowid;
create temp table fact as
  select d.id, case when d.state = 'set_aside' then 'set_aside' when d.kind = 'transfer' then 'moved'
      when d.state in ('posted', 'proved') then 'posted' else 'waiting' end as standing,
    substr(d.document_date, 1, 7) as month, d.document_date as day, coalesce(substr(a.at, 1, 7), '') as arrived, d.source, d.supplier_key,
    case when d.kind = 'transfer' or d.payment_account_choice = '' then d.payment_account_key
      else coalesce((select a.name_key from payment_account a where a.name = d.payment_account_choice), upper(d.payment_account_choice)) end as paid,
    case when d.currency = c.currency then d.signed_total else 0 end as money,
    case when d.currency <> c.currency then 0 when d.kind in ('supplier_credit', 'card_refund') then -1 else 1 end as side
  from document d left join arrival a on a.id = d.arrival_id join company c;
create temp table part as
  select 'category' as spent_by, f.id, l.category_key as key, sum(f.side * (l.net + l.tax)) as money
    from fact f join document_line l on l.document_id = f.id where l.category_key <> '' and (l.net <> 0 or l.tax <> 0) group by 2, 3
  union all
  select 'project', f.id, v.value_key, sum(f.side * (l.net + l.tax))
    from fact f join line_dimension v on v.document_id = f.id and v.dimension = 'project'
    join document_line l on l.document_id = f.id and l.line = v.line where l.net <> 0 or l.tax <> 0 group by 2, 3
  union all
  select 'account', f.id, p.account, p.spent * abs(f.side) from fact f join posting p on p.document_id = f.id where p.spent <> 0;
create index temp.part_of on part (spent_by, id);
insert into part
  select b.spent_by, f.id, '', f.money - coalesce(sum(p.money), 0)
  from fact f cross join (select 'category' as spent_by union all select 'project' union all select 'account') b
  left join part p on p.spent_by = b.spent_by and p.id = f.id
  group by 1, 2 having f.money <> coalesce(sum(p.money), 0) or count(p.id) = 0;
insert into spend_cell (spent_by, key, standing, day, arrived, documents, money)
  select 'source', source, standing, month, arrived, count(*), sum(money) from fact group by 2, 3, 4, 5
  union all select 'supplier', supplier_key, standing, month, arrived, count(*), sum(money) from fact group by 2, 3, 4, 5
  union all select 'payment_account', paid, standing, day, arrived, count(*), sum(money) from fact group by 2, 3, 4, 5
  union all select p.spent_by, p.key, f.standing, f.month, f.arrived, count(*), sum(p.money)
    from part p join fact f on f.id = p.id group by 1, 2, 3, 4, 5;
drop table temp.part;
drop table temp.fact;

-- What was accepted of a dispatch by account, added up at its end; with how many were accepted by then.
create table dispatch_account (
  dispatch_id integer not null references dispatch (id), accepted integer not null, account text not null, debit integer not null,
  credit integer not null, documents integer not null, primary key (dispatch_id, account)) strict, without rowid;
