CREATE TRIGGER `entries_no_update` BEFORE UPDATE ON `entries` BEGIN SELECT RAISE(ABORT, 'the book is append only'); END;
--> statement-breakpoint
CREATE TRIGGER `entries_no_delete` BEFORE DELETE ON `entries` BEGIN SELECT RAISE(ABORT, 'the book is append only'); END;
--> statement-breakpoint
CREATE TRIGGER `postings_no_update` BEFORE UPDATE ON `postings` BEGIN SELECT RAISE(ABORT, 'the book is append only'); END;
--> statement-breakpoint
CREATE TRIGGER `postings_no_delete` BEFORE DELETE ON `postings` BEGIN SELECT RAISE(ABORT, 'the book is append only'); END;
--> statement-breakpoint
CREATE INDEX `postings_item` ON `postings` (`item`);
