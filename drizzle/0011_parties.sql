CREATE TABLE `parties` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `party_names` (
	`name` text PRIMARY KEY NOT NULL,
	`party` text NOT NULL,
	FOREIGN KEY (`party`) REFERENCES `parties`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `party_names_party` ON `party_names` (`party`);--> statement-breakpoint
ALTER TABLE `entries` ADD `site` text;
--> statement-breakpoint
INSERT INTO `parties` (`id`, `name`)
SELECT lower(hex(randomblob(16))), `name` FROM (
	SELECT json_extract(`intent`, '$.to') AS `name` FROM `entries` WHERE `kind` IN ('give', 'send')
	UNION SELECT json_extract(`intent`, '$.from') FROM `entries` WHERE `kind` = 'return'
	UNION SELECT json_extract(`intent`, '$.lab') FROM `entries` WHERE `kind` = 'sample'
) WHERE `name` IS NOT NULL;
--> statement-breakpoint
INSERT INTO `party_names` (`name`, `party`) SELECT `name`, `id` FROM `parties`;
