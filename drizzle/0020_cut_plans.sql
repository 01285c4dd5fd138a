CREATE TABLE `cut_plan_animals` (
	`animal` text NOT NULL,
	`plan` text NOT NULL,
	`at` integer NOT NULL,
	PRIMARY KEY(`animal`, `plan`),
	FOREIGN KEY (`plan`) REFERENCES `cut_plans`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE TABLE `cut_plans` (
	`id` text PRIMARY KEY NOT NULL,
	`at` integer NOT NULL,
	`value` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `wishes` (
	`id` text PRIMARY KEY NOT NULL,
	`value` text NOT NULL
);
