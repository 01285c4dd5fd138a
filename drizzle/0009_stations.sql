CREATE INDEX `animals_stations` ON `animals` (`work`,`place`);--> statement-breakpoint
CREATE INDEX `animals_held` ON `animals` (`last_at`) WHERE held is not null;