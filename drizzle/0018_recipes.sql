CREATE TABLE `recipes` (
	`key` text NOT NULL,
	`version` integer NOT NULL,
	`value` text NOT NULL,
	`gone` integer DEFAULT 0 NOT NULL,
	PRIMARY KEY(`key`, `version`)
);
--> statement-breakpoint
DROP INDEX `stock_place`;--> statement-breakpoint
CREATE INDEX `stock_in` ON `stock` (`place`);--> statement-breakpoint
CREATE INDEX `stock_place` ON `stock` (`kind`,`place`,`class`,`grams`);--> statement-breakpoint
CREATE INDEX `items_tail` ON `items` (substr(`id`, -10));