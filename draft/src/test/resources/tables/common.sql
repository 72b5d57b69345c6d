create table skipper (
  number integer generated always as identity primary key,
  name varchar(60) not null,
  phone varchar(20) not null unique,
  notify varchar(80) array);
create table boat (
  name varchar(40) primary key,
  length numeric(5, 2) not null,
  draught numeric(4, 2) not null,
  owner integer references skipper (number),
  is_sailing boolean default false not null);
create table berth (
  code char(6) primary key,
  pier varchar(20) not null,
  max_length numeric(5, 2) not null,
  shore_power boolean not null,
  surveyed date,
  note varchar(200));
comment on table berth is 'A place to lie at Lantern Quay';
comment on column berth.max_length is 'metres over all';
create table stay (
  number bigint generated always as identity primary key,
  berth char(6) not null references berth (code),
  boat varchar(40) not null references boat (name),
  arrival date not null,
  nights smallint default 1 not null,
  arrived time,
  paid numeric(10, 2),
  version integer default 0 not null);
create table tariff (
  berth char(6) not null references berth (code),
  valid_from date not null,
  nightly_rate numeric(6, 2) not null,
  share real,
  factor double precision,
  primary key (berth, valid_from));
create table position (
  id uuid primary key,
  boat varchar(40) not null references boat (name),
  at timestamp with time zone not null,
  "local" timestamp not null,
  latitude double precision not null,
  longitude double precision not null);
create table inspection (
  berth char(6) not null references berth (code),
  "day" date not null,
  inspector varchar(40),
  is_passed boolean not null,
  primary key (berth, "day"));
create table meter_reading (
  meter integer not null,
  reading integer not null,
  tiny numeric(3) not null,
  large numeric(15) not null,
  huge numeric(38) not null,
  exact numeric(20, 10) not null,
  fraction numeric(4, 4) not null,
  any_number numeric not null,
  "version" bigint not null,
  doubled integer generated always as (reading * 2),
  primary key (meter, reading));
