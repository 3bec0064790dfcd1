-- Whoever writes a hold knows its period and money, and adds up what it writes: what each month's causes add up to is kept once for many
-- holds, no longer for each. What goes is still taken off one by one, also from what is not added yet.
drop trigger hold_is_measured;
drop trigger hold_is_counted;
drop trigger hold_is_not_counted;
create trigger hold_is_not_counted after delete on hold begin
  insert into hold_cell (reason, value, period, documents, money)
    values (old.reason, old.value, old.period,
      - not exists (select 1 from hold h where h.document_id = old.document_id and +h.reason = old.reason and +h.value = old.value), -old.money)
    on conflict do update set documents = documents + excluded.documents, money = money + excluded.money;
end;
