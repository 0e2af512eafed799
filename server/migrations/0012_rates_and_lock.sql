CREATE TABLE `day_lock` (
	`id` int AUTO_INCREMENT NOT NULL,
	`until` date,
	`reason` varchar(300) NOT NULL,
	`made_by` int NOT NULL,
	`made_at` bigint NOT NULL,
	CONSTRAINT `day_lock_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `pay_rate` (
	`person_id` int NOT NULL,
	`job_type` varchar(32) NOT NULL DEFAULT '',
	`first_day` date NOT NULL,
	`rate` bigint NOT NULL,
	CONSTRAINT `pay_rate_person_id_job_type_first_day_pk` PRIMARY KEY(`person_id`,`job_type`,`first_day`)
);
--> statement-breakpoint
ALTER TABLE `day_lock` ADD CONSTRAINT `day_lock_made_by_user_id_fk` FOREIGN KEY (`made_by`) REFERENCES `user`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `pay_rate` ADD CONSTRAINT `pay_rate_person_id_person_id_fk` FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE TRIGGER `day_lock_no_update` BEFORE UPDATE ON `day_lock` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'A lock stays as it is: whoever moves it adds the next.';
--> statement-breakpoint
CREATE TRIGGER `day_lock_no_delete` BEFORE DELETE ON `day_lock` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'A lock stays as it is: whoever moves it adds the next.';
