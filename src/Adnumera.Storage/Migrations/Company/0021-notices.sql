-- What each person wants to hear of, and what each saw of it already.
create table notice_choice (
  person integer not null, kind text not null, is_on integer not null, amount integer not null, days integer not null,
  primary key (person, kind)) strict, without rowid;
create table notice_seen (
  person integer not null, kind text not null, subject text not null, mark text not null, at text not null,
  primary key (person, kind, subject)) strict, without rowid;
