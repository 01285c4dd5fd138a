ALTER TABLE `entries` ADD `season` integer;--> statement-breakpoint
ALTER TABLE `entries` ADD `hash` text;--> statement-breakpoint
DROP TRIGGER `entries_no_update`;--> statement-breakpoint
CREATE TRIGGER `entries_no_update` BEFORE UPDATE ON `entries` WHEN OLD.`hash` IS NOT NULL OR NEW.`seq` <> OLD.`seq` OR NEW.`id` <> OLD.`id` OR NEW.`at` <> OLD.`at` OR NEW.`device_at` IS NOT OLD.`device_at` OR NEW.`hand` <> OLD.`hand` OR NEW.`device` <> OLD.`device` OR NEW.`kind` <> OLD.`kind` OR NEW.`subject` <> OLD.`subject` OR NEW.`intent` <> OLD.`intent` OR NEW.`site` IS NOT OLD.`site` OR NEW.`code` IS NOT OLD.`code` OR NEW.`hash` IS NULL BEGIN SELECT RAISE(ABORT, 'the book is append only'); END;--> statement-breakpoint
CREATE TRIGGER `entries_no_replace` BEFORE INSERT ON `entries` WHEN EXISTS (SELECT 1 FROM `entries` WHERE `seq` = NEW.`seq` OR `id` = NEW.`id`) BEGIN SELECT RAISE(ABORT, 'the book is append only'); END;--> statement-breakpoint
CREATE TRIGGER `postings_no_replace` BEFORE INSERT ON `postings` WHEN EXISTS (SELECT 1 FROM `postings` WHERE `seq` = NEW.`seq` AND `line` = NEW.`line`) BEGIN SELECT RAISE(ABORT, 'the book is append only'); END;
