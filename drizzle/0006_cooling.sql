CREATE TABLE `cooling_plans` (
	`animal` text PRIMARY KEY NOT NULL,
	`value` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `forecasts` (
	`at` integer PRIMARY KEY NOT NULL,
	`air` integer NOT NULL,
	`rh` integer,
	`source` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `reading_hours` (
	`place` text NOT NULL,
	`hour` integer NOT NULL,
	`n` integer NOT NULL,
	`offsets` integer NOT NULL,
	`air_n` integer NOT NULL,
	`air_sum` integer NOT NULL,
	`air_min` integer,
	`air_max` integer,
	`core_n` integer NOT NULL,
	`core_sum` integer NOT NULL,
	`rh_n` integer NOT NULL,
	`rh_sum` integer NOT NULL,
	PRIMARY KEY(`place`, `hour`)
);
--> statement-breakpoint
CREATE TABLE `readings` (
	`place` text NOT NULL,
	`at` integer NOT NULL,
	`probe` text NOT NULL,
	`air` integer,
	`core` integer,
	`rh` integer,
	PRIMARY KEY(`place`, `at`, `probe`)
);
--> statement-breakpoint
CREATE TABLE `rule_cards` (
	`key` text PRIMARY KEY NOT NULL,
	`value` text NOT NULL
);
--> statement-breakpoint
ALTER TABLE `animals` ADD `likely` integer;--> statement-breakpoint
ALTER TABLE `animals` ADD `count` integer;--> statement-breakpoint
ALTER TABLE `animals` ADD `whole` integer;--> statement-breakpoint
ALTER TABLE `animals` ADD `place` text;