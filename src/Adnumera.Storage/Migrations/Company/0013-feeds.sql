-- Sources that deliver by themselves: how they are reached, where the last pull ended, and when the next is due.
create table feed (
  id integer primary key, kind text not null, source text not null, address text not null, token text not null, from_day text not null,
  every text not null, mark text not null default '', connected_at text not null, connected_by text not null,
  ended_at text not null default '', ended_by text not null default '', next_at text not null default '',
  failures integer not null default 0, trouble text not null default '', needs_consent integer not null default 0) strict;
create unique index feed_by_source on feed (source) where ended_at = '';
create index feed_due on feed (next_at) where ended_at = '' and next_at <> '';

-- Whose records are, by the field of the source that decides: ours (1), another company's (0), or not decided.
create table feed_value (
  feed_id integer not null references feed (id), value text not null, ours integer, at text not null, who text not null,
  primary key (feed_id, value)) strict, without rowid;

-- Records and files of a value that nobody decided about. A file's content is with the originals.
create table feed_waiting (
  feed_id integer not null references feed (id), record_id text not null, value text not null, place text not null, day text not null,
  who text not null, amount text not null, content text not null, sha256 text not null default '', at text not null,
  primary key (feed_id, record_id)) strict, without rowid;
create index feed_waiting_by_value on feed_waiting (feed_id, value);

-- Each pull, whatever came of it.
create table feed_pull (
  id integer primary key, feed_id integer not null references feed (id), at text not null, who text not null, trouble text not null default '',
  records integer not null default 0, added integer not null default 0, updated integer not null default 0,
  unchanged integer not null default 0, corrections integer not null default 0, pending integer not null default 0,
  cancelled integer not null default 0, incomplete integer not null default 0, waiting integer not null default 0,
  others integer not null default 0, refused integer not null default 0, money integer not null default 0,
  arrival_id integer not null default 0) strict;
create index feed_pull_by_feed on feed_pull (feed_id, id);

-- Files that a feed delivered, by what the source calls them and their content.
create table feed_file (
  feed_id integer not null references feed (id), file_id text not null, sha256 text not null, file_name text not null, at text not null,
  arrival_id integer not null default 0, trouble text not null default '', left_at text not null default '', left_by text not null default '',
  primary key (feed_id, file_id, sha256)) strict, without rowid;
create index feed_file_refused on feed_file (feed_id, at) where trouble <> '' and left_at = '';

-- What a source is told of its documents. What was told is not told again.
create table feed_news (
  id integer primary key, feed_id integer not null references feed (id), document_id integer not null, source_id text not null,
  kind text not null, content text not null, told_at text not null default '', attempts integer not null default 0,
  next_at text not null default '', trouble text not null default '') strict;
create index feed_news_due on feed_news (feed_id, next_at) where told_at = '';
create index feed_news_by_document on feed_news (document_id);

-- What a feed says of its source is said anew at each pull, in the place of what it said before.
alter table source_statement add column feed_id integer not null default 0;
create index source_statement_of_feed on source_statement (feed_id, first_day) where feed_id <> 0;
