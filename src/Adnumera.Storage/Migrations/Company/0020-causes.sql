-- A cause counts each document once, with its whole money.
update hold set money = iif(line = (select min(h.line) from hold h where h.document_id = hold.document_id and h.reason = hold.reason
  and h.value = hold.value), (select d.total from document d where d.id = hold.document_id), 0);
delete from hold_cell;
delete from hold_total;
insert into hold_cell (reason, value, period, documents, money)
  select reason, value, period, count(distinct document_id), sum(money) from hold group by reason, value, period;
