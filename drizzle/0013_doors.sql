CREATE TABLE `people` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`key` text NOT NULL,
	`role` text NOT NULL,
	`password` text NOT NULL,
	`changed_at` integer NOT NULL,
	`made` integer NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `people_key` ON `people` (`key`);--> statement-breakpoint
CREATE TABLE `pins` (
	`device` text NOT NULL,
	`person` text NOT NULL,
	`pin` text NOT NULL,
	`wrong` integer DEFAULT 0 NOT NULL,
	`seen_at` integer NOT NULL,
	PRIMARY KEY(`device`, `person`)
);
--> statement-breakpoint
CREATE INDEX `pins_person` ON `pins` (`person`);--> statement-breakpoint
CREATE TABLE `visits` (
	`id` text PRIMARY KEY NOT NULL,
	`person` text NOT NULL,
	`made_at` integer NOT NULL,
	`seen_at` integer NOT NULL
);
--> statement-breakpoint
CREATE INDEX `visits_person` ON `visits` (`person`);