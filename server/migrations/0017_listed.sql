DROP INDEX `difference_lines` ON `difference`;--> statement-breakpoint
CREATE INDEX `difference_listed` ON `difference` (`line_count`,`version`,`payable_hours`,`decided`);