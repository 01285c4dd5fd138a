/** Two rows of every table, as the program writes them: in a transaction of its own. */
export const ROWS: readonly string[] = [
  `insert into settings (key, value) values ('people', '4'), ('signIn', '"always"'), ('twice', '04')`,
  `insert into procedures values ('own-1', '{"key":"own-1"}'), ('own-2', '{"key":"own-2"}')`,
  `insert into recipes (key, version, value) values ('lean', 1, '{}'), ('lean', 2, '{}')`,
  `insert into wishes values ('w1', '{}'), ('w2', '{}')`,
  `insert into cut_plans values ('p1', 1, '{}'), ('p2', 2, '{}')`,
  `insert into cut_plan_animals values ('a1', 'p1', 1), ('a2', 'p2', 2)`,
  `insert into slicings values ('s1', 'a1', 1, '{}'), ('s2', 'a1', 2, '{}')`,
  `insert into rule_cards values ('cool', '{}'), ('hang', '{}')`,
  `insert into cooling_plans values ('a1', '[]'), ('a2', '[]')`,
  `insert into readings values ('room:cold', 1790000000000, 'P1', 300, null, 850), ('room:cold', 1790000060000, 'P1', 310, null, 850), ('room:shed', 1790003600000, 'P2', 500, 700, null)`,
  `insert into reading_hours select place, at / 3600000, count(*), sum(at % 3600000), count(air), coalesce(sum(air), 0), min(air), max(air), count(core), coalesce(sum(core), 0), count(rh), coalesce(sum(rh), 0) from readings group by 1, 2`,
  `insert into logger_files values ('aa', 'room:cold', 'a.csv', 1, 10, 2, 'body'), ('bb', 'room:cold', 'b.csv', 2, 10, 2, 'body')`,
  `insert into forecasts values (1790000000000, 300, 800, 20, 'x'), (1790003600000, 310, 800, 20, 'x')`,
  `insert into parties values ('q1', 'Alderbank'), ('q2', 'Fernholt')`,
  `insert into party_names values ('Alder', 'q1'), ('Fern', 'q2')`,
  `insert into people values ('t', 'Tove', 'tove', 'keeper', 'x', 1, 0), ('i', 'Ilo', 'ilo', 'guest', 'x', 1, 0)`,
  `insert into visits values ('v1', 't', 1, 1), ('v2', 'i', 1, 1)`,
  `insert into pins (device, person, pin, seen_at) values ('d', 't', 'x', 1), ('d', 'i', 'x', 1)`,
  `insert into versions values ('forecasts', 3), ('plans', 5)`
];
