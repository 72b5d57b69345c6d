create table berth (
  code varchar(8) primary key,
  pier varchar(16) not null,
  kind varchar(16) not null,
  max_length decimal(5, 2) not null,
  max_draught decimal(4, 2) not null,
  nightly_rate decimal(8, 2) not null,
  shore_power boolean not null,
  surveyed date not null,
  note varchar(200)
);
create table reservation (
  number bigint generated always as identity (start with 1001) primary key,
  berth varchar(8) not null references berth,
  arrival date not null,
  departure date not null,
  boat varchar(60) not null,
  skipper varchar(60) not null,
  phone varchar(30) not null,
  remark varchar(200),
  is_closure boolean not null default false,
  survey bytea
);
insert into berth values
  ('H-01', 'HERON', 'FINGER', 8.00, 1.40, 24.00, true, '2026-04-02', null),
  ('H-02', 'HERON', 'FINGER', 8.00, 1.40, 24.00, true, '2026-04-02', null),
  ('H-04', 'HERON', 'FINGER', 10.00, 1.80, 31.50, true, '2026-04-02', 'Beside the slipway'),
  ('H-07', 'HERON', 'FINGER', 13.00, 2.10, 42.50, true, '2026-04-03', null),
  ('K-01', 'KITTIWAKE', 'ALONGSIDE', 12.00, 2.00, 38.00, false, '2025-10-14', null),
  ('K-03', 'KITTIWAKE', 'ALONGSIDE', 14.00, 2.40, 42.50, true, '2025-10-14', null),
  ('K-05', 'KITTIWAKE', 'ALONGSIDE', 16.00, 2.60, 55.00, true, '2025-10-15', 'Rafting allowed'),
  ('S-01', 'SANDPIPER', 'MOORING_BUOY', 9.00, 1.50, 12.00, false, '2026-05-20', null),
  ('S-02', 'SANDPIPER', 'MOORING_BUOY', 11.00, 2.20, 16.50, false, '2026-05-20', 'Swings wide at springs'),
  ('S-03', 'SANDPIPER', 'MOORING_BUOY', 11.50, 2.20, 16.50, false, '2026-05-21', null);
insert into reservation (berth, arrival, departure, boat, skipper, phone, remark) values
  ('H-07', '2027-07-01', '2027-07-08', 'Second Breakfast', 'Odo Marrow', '555-0141', null),
  ('S-01', '2027-06-10', '2027-06-14', 'Quiet Comma', 'Ilse Fennimore', '555-0187', 'Arrives late'),
  ('K-05', '2027-08-02', '2027-08-05', 'Borrowed Wind', 'Perrin Quill', '555-0119', null);
update reservation set survey = cast('Lantern Quay survey of Quiet Comma
' as bytea) where number = 1002;
