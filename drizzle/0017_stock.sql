CREATE TABLE `stock` (
	`item` text PRIMARY KEY NOT NULL,
	`owner` text NOT NULL,
	`kind` text NOT NULL,
	`grams` integer NOT NULL,
	`class` text NOT NULL,
	`place` text,
	`what` text,
	`cut` text,
	`packed_at` integer,
	`thawed_at` integer
);
--> statement-breakpoint
CREATE INDEX `stock_kind` ON `stock` (`kind`,`packed_at`);--> statement-breakpoint
CREATE INDEX `stock_owner` ON `stock` (`owner`);--> statement-breakpoint
CREATE INDEX `stock_place` ON `stock` (`place`);--> statement-breakpoint
INSERT INTO `stock` (`item`, `owner`, `kind`, `grams`, `class`, `place`, `what`, `cut`, `packed_at`, `thawed_at`)
WITH held AS (
	SELECT `item`, sum(`grams`) AS `grams` FROM `balances` GROUP BY `item`
),
ranked AS (
	SELECT `item`, `class`, row_number() OVER (PARTITION BY `item` ORDER BY `grams` DESC, `class`) AS `n`
	FROM `balances` WHERE `grams` > 0
)
SELECT i.`id`, i.`owner`, i.`kind`, h.`grams`, r.`class`,
	coalesce(
		'tub:' || json_extract(i.`record`, '$.place.tub'),
		'shelf:' || json_extract(i.`record`, '$.place.shelf'),
		'person:' || json_extract(i.`record`, '$.place.person'),
		'at:' || json_extract(i.`record`, '$.place.at'),
		'tub:' || json_extract(i.`record`, '$.tub')
	),
	json_extract(i.`record`, '$.what'), json_extract(i.`record`, '$.cut'),
	json_extract(i.`record`, '$.packedAt'), json_extract(i.`record`, '$.thawedAt')
FROM `items` i
JOIN held h ON h.`item` = i.`id` AND h.`grams` > 0
JOIN ranked r ON r.`item` = i.`id` AND r.`n` = 1
WHERE i.`kind` IN ('piece', 'tub', 'pack', 'batch', 'store', 'equipment');
