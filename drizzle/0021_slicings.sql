CREATE TABLE `slicings` (
	`id` text PRIMARY KEY NOT NULL,
	`animal` text NOT NULL,
	`at` integer NOT NULL,
	`value` text NOT NULL
);
--> statement-breakpoint
CREATE INDEX `slicings_animal` ON `slicings` (`animal`,`at`);