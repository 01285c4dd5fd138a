CREATE TABLE `logger_files` (
	`sha256` text NOT NULL,
	`place` text NOT NULL,
	`name` text NOT NULL,
	`at` integer NOT NULL,
	`size` integer NOT NULL,
	`readings` integer NOT NULL,
	`body` text NOT NULL,
	PRIMARY KEY(`sha256`, `place`)
);
