create table survey (
  boat varchar(40) primary key references boat (name),
  document blob not null,
  seal binary(4) not null,
  thumbnail varbinary(2000),
  details json,
  "kind" enum('HULL', 'RIG') not null,
  took interval hour to minute,
  marks integer array not null,
  area geometry,
  tiny tinyint,
  opens time with time zone,
  precise decfloat(20));
create table notice (
  id uuid default random_uuid() primary key,
  title varchar(80),
  body clob,
  "class" varchar(10),
  shown boolean,
  until timestamp(3),
  priority smallint);
