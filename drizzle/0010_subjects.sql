CREATE TABLE `entry_subjects` (
	`subject` text NOT NULL,
	`seq` integer NOT NULL,
	PRIMARY KEY(`subject`, `seq`),
	FOREIGN KEY (`seq`) REFERENCES `entries`(`seq`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `entry_subjects_seq` ON `entry_subjects` (`seq`);--> statement-breakpoint
CREATE TABLE `flows` (
	`seq` integer NOT NULL,
	`line` integer NOT NULL,
	`from_item` text NOT NULL,
	`to_item` text NOT NULL,
	`origin` text NOT NULL,
	`class` text NOT NULL,
	`grams` integer NOT NULL,
	PRIMARY KEY(`seq`, `line`)
);
--> statement-breakpoint
CREATE INDEX `flows_from` ON `flows` (`from_item`,`seq`);--> statement-breakpoint
CREATE INDEX `flows_to` ON `flows` (`to_item`,`seq`);--> statement-breakpoint
CREATE TABLE `origins` (
	`item` text NOT NULL,
	`origin` text NOT NULL,
	`class` text NOT NULL,
	`owner` text NOT NULL,
	`grams` integer NOT NULL,
	PRIMARY KEY(`item`, `origin`, `class`)
);
--> statement-breakpoint
CREATE INDEX `origins_owner` ON `origins` (`owner`);--> statement-breakpoint
CREATE INDEX `origins_origin` ON `origins` (`origin`,`item`);--> statement-breakpoint
CREATE TABLE `pools` (
	`id` text PRIMARY KEY NOT NULL,
	`kind` text NOT NULL,
	`what` text NOT NULL,
	`last_seq` integer NOT NULL,
	`first_at` integer NOT NULL,
	`last_at` integer NOT NULL,
	`held` text,
	`record` text NOT NULL
);
--> statement-breakpoint
ALTER TABLE `postings` ADD `origin` text;
--> statement-breakpoint
DROP INDEX `postings_item`;
--> statement-breakpoint
DROP INDEX `entries_animal`;
--> statement-breakpoint
ALTER TABLE `entries` RENAME COLUMN `animal` TO `subject`;
--> statement-breakpoint
DROP INDEX `items_animal`;
--> statement-breakpoint
ALTER TABLE `items` RENAME COLUMN `animal` TO `owner`;
--> statement-breakpoint
CREATE INDEX `items_owner` ON `items` (`owner`);
--> statement-breakpoint
DROP INDEX `balances_animal`;
--> statement-breakpoint
ALTER TABLE `balances` RENAME COLUMN `animal` TO `owner`;
--> statement-breakpoint
CREATE INDEX `balances_owner` ON `balances` (`owner`);
--> statement-breakpoint
UPDATE `items` SET `record` = json_remove(json_set(`record`, '$.owner', json_extract(`record`, '$.animal')), '$.animal');
--> statement-breakpoint
INSERT INTO `entry_subjects` (`subject`, `seq`) SELECT `subject`, `seq` FROM `entries`;
--> statement-breakpoint
CREATE TRIGGER `entries_subject` AFTER INSERT ON `entries` BEGIN INSERT INTO `entry_subjects` (`subject`, `seq`) VALUES (NEW.`subject`, NEW.`seq`); END;
--> statement-breakpoint
INSERT INTO `flows` (`seq`, `line`, `from_item`, `to_item`, `origin`, `class`, `grams`)
WITH `gone` (`id`) AS (
	SELECT json_extract(`intent`, '$.entry') FROM `entries` WHERE `kind` = 'void'
	UNION SELECT j.`value` FROM `entries` e, json_each(e.`intent`, '$.chain') j WHERE e.`kind` = 'void'
),
`lines` AS (
	SELECT p.`seq`, p.`line`, p.`item`, p.`class`, p.`grams`, coalesce(p.`origin`, e.`subject`) AS `origin`
	FROM `postings` p JOIN `entries` e ON e.`seq` = p.`seq`
	WHERE e.`kind` <> 'void' AND e.`id` NOT IN (SELECT `id` FROM `gone`)
),
`put` AS (
	SELECT *, sum(`grams`) OVER (PARTITION BY `seq`, `origin` ORDER BY `line`) AS `upto` FROM `lines` WHERE `grams` > 0
),
`took` AS (
	SELECT *, sum(-`grams`) OVER (PARTITION BY `seq`, `origin` ORDER BY `line`) AS `upto` FROM `lines` WHERE `grams` < 0
)
SELECT p.`seq`, row_number() OVER (PARTITION BY p.`seq` ORDER BY p.`origin`, p.`line`, t.`line`) - 1, t.`item`, p.`item`, p.`origin`, p.`class`,
	min(p.`upto`, t.`upto`) - max(p.`upto` - p.`grams`, t.`upto` + t.`grams`)
FROM `put` p JOIN `took` t ON t.`seq` = p.`seq` AND t.`origin` = p.`origin`
	AND min(p.`upto`, t.`upto`) > max(p.`upto` - p.`grams`, t.`upto` + t.`grams`)
WHERE t.`item` <> p.`item`;
