insert into skipper (name, phone, notify) values ('Odo Marrow', '555-0141', array['odo@lanternquay.test']);
insert into skipper (name, phone) values ('Pia Lund', '555-0142');
insert into boat values ('Patient Otter', 9.80, 1.45, 1, true);
insert into boat values ('Quiet Comma', 7.20, 1.10, null, true);
insert into berth values ('H-07', 'Heron', 14.00, true, date '2026-04-02', null);
insert into berth values ('K-05', 'Kittiwake', 12.00, false, null, 'Mind the step');
insert into stay (berth, boat, arrival) values ('H-07', 'Patient Otter', date '2027-06-11');
insert into tariff values ('H-07', date '2027-01-01', 42.50, null, null);
