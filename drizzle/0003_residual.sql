ALTER TABLE `animals` ADD `residual` real;--> statement-breakpoint
CREATE INDEX `animals_residual` ON `animals` (`species`,`residual`);