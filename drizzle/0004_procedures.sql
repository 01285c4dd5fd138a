CREATE TABLE `procedures` (
	`key` text PRIMARY KEY NOT NULL,
	`value` text NOT NULL
);
