CREATE TABLE `animals` (
	`id` text PRIMARY KEY NOT NULL,
	`code` text NOT NULL,
	`season` integer NOT NULL,
	`number` integer NOT NULL,
	`tag` text,
	`species` text NOT NULL,
	`owner` text,
	`last_seq` integer NOT NULL,
	`first_at` integer NOT NULL,
	`last_at` integer NOT NULL,
	`work` text NOT NULL,
	`record` text NOT NULL,
	`beam` text NOT NULL,
	`base` integer NOT NULL,
	`hanging` integer,
	`boneless` integer NOT NULL,
	`pets` integer NOT NULL,
	`take_home` integer NOT NULL,
	`bloodshot` integer NOT NULL,
	`unaccounted` integer NOT NULL,
	`unaccounted_abs` integer NOT NULL,
	`expected_low` real,
	`expected_high` real,
	`by_use` text NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `animals_code` ON `animals` (`code`);--> statement-breakpoint
CREATE INDEX `animals_season` ON `animals` (`season`,`number`);--> statement-breakpoint
CREATE INDEX `animals_touched` ON `animals` (`season`,`last_seq`);--> statement-breakpoint
CREATE INDEX `animals_tag` ON `animals` (`tag`,`season`);--> statement-breakpoint
CREATE INDEX `animals_work` ON `animals` (`work`,`last_at`);--> statement-breakpoint
CREATE TABLE `balances` (
	`item` text NOT NULL,
	`class` text NOT NULL,
	`animal` text NOT NULL,
	`grams` integer NOT NULL,
	`count` integer,
	PRIMARY KEY(`item`, `class`)
);
--> statement-breakpoint
CREATE INDEX `balances_animal` ON `balances` (`animal`);--> statement-breakpoint
CREATE TABLE `entries` (
	`seq` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`id` text NOT NULL,
	`at` integer NOT NULL,
	`hand` text NOT NULL,
	`device` text NOT NULL,
	`kind` text NOT NULL,
	`animal` text NOT NULL,
	`intent` text NOT NULL,
	`code` text
);
--> statement-breakpoint
CREATE UNIQUE INDEX `entries_id` ON `entries` (`id`);--> statement-breakpoint
CREATE INDEX `entries_animal` ON `entries` (`animal`,`seq`);--> statement-breakpoint
CREATE INDEX `entries_kind` ON `entries` (`kind`,`seq`);--> statement-breakpoint
CREATE TABLE `items` (
	`id` text PRIMARY KEY NOT NULL,
	`animal` text NOT NULL,
	`kind` text NOT NULL,
	`record` text NOT NULL
);
--> statement-breakpoint
CREATE INDEX `items_animal` ON `items` (`animal`);--> statement-breakpoint
CREATE TABLE `postings` (
	`seq` integer NOT NULL,
	`line` integer NOT NULL,
	`item` text NOT NULL,
	`grams` integer NOT NULL,
	`class` text NOT NULL,
	`count` integer,
	PRIMARY KEY(`seq`, `line`),
	FOREIGN KEY (`seq`) REFERENCES `entries`(`seq`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `seasons` (
	`season` integer PRIMARY KEY NOT NULL,
	`number` integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE `settings` (
	`key` text PRIMARY KEY NOT NULL,
	`value` text NOT NULL
);
