CREATE TABLE `group_schedule` (
	`group_id` int NOT NULL,
	`first_day` date NOT NULL,
	`schedule_id` int NOT NULL,
	CONSTRAINT `group_schedule_group_id_first_day_pk` PRIMARY KEY(`group_id`,`first_day`)
);
--> statement-breakpoint
ALTER TABLE `pay_group` DROP FOREIGN KEY `pay_group_schedule_id_schedule_id_fk`;
--> statement-breakpoint
ALTER TABLE `period` ADD `pay_day` date;--> statement-breakpoint
ALTER TABLE `schedule` ADD `scheme` longtext;--> statement-breakpoint
ALTER TABLE `group_schedule` ADD CONSTRAINT `group_schedule_group_id_pay_group_id_fk` FOREIGN KEY (`group_id`) REFERENCES `pay_group`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `group_schedule` ADD CONSTRAINT `group_schedule_schedule_id_schedule_id_fk` FOREIGN KEY (`schedule_id`) REFERENCES `schedule`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
INSERT INTO `group_schedule` (`group_id`, `first_day`, `schedule_id`) SELECT `id`, '1900-01-01', `schedule_id` FROM `pay_group`;--> statement-breakpoint
ALTER TABLE `pay_group` DROP COLUMN `schedule_id`;