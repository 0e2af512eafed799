CREATE TABLE `holiday` (
	`workday` date NOT NULL,
	`name` varchar(120) NOT NULL,
	CONSTRAINT `holiday_workday` PRIMARY KEY(`workday`)
);
--> statement-breakpoint
CREATE TABLE `leave_day` (
	`id` int AUTO_INCREMENT NOT NULL,
	`person_id` int NOT NULL,
	`workday` date NOT NULL,
	`kind` enum('leave','adjustment') NOT NULL,
	`code` varchar(80) NOT NULL,
	`seconds` int NOT NULL,
	`reason` varchar(500) NOT NULL,
	CONSTRAINT `leave_day_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `card` ADD `held_seconds` int DEFAULT 0 NOT NULL;--> statement-breakpoint
CREATE INDEX `leave_day_person` ON `leave_day` (`person_id`,`workday`);