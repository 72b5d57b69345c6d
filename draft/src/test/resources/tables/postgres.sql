create type survey_kind as enum ('HULL', 'RIG');
create domain phone_number as varchar(20) check (value like '555-%');
create table survey (
  boat varchar(40) primary key references boat (name),
  document bytea not null,
  details json,
  marks integer[] not null,
  "kind" survey_kind default 'HULL' not null,
  facts jsonb not null,
  took interval,
  price money,
  host inet,
  flags bit(3),
  caller phone_number,
  place point,
  page xml,
  words text[],
  opens time with time zone,
  span int4range);
create table notice (
  id uuid default gen_random_uuid() primary key,
  title varchar(80),
  body text,
  "class" varchar(10),
  shown boolean,
  until timestamp(3),
  "Priority" smallint);
