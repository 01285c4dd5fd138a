CREATE TABLE `versions` (
	`scope` text PRIMARY KEY NOT NULL,
	`number` integer NOT NULL
);
--> statement-breakpoint
ALTER TABLE `settings` ADD `version` integer DEFAULT 1 NOT NULL;