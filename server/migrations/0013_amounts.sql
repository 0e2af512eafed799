CREATE TABLE `flat_amount` (
	`id` int AUTO_INCREMENT NOT NULL,
	`period_id` int NOT NULL,
	`person_id` int NOT NULL,
	`workday` date NOT NULL,
	`name` varchar(60) NOT NULL,
	`amount` int NOT NULL,
	`job_id` int,
	`note` varchar(300) NOT NULL DEFAULT '',
	`undoes` int,
	`made_by` int NOT NULL,
	`made_at` bigint NOT NULL,
	CONSTRAINT `flat_amount_id` PRIMARY KEY(`id`),
	CONSTRAINT `flat_amount_undoes_unique` UNIQUE(`undoes`)
);
--> statement-breakpoint
ALTER TABLE `flat_amount` ADD CONSTRAINT `flat_amount_job_id_job_id_fk` FOREIGN KEY (`job_id`) REFERENCES `job`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `flat_amount` ADD CONSTRAINT `flat_amount_undoes_flat_amount_id_fk` FOREIGN KEY (`undoes`) REFERENCES `flat_amount`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `flat_amount` ADD CONSTRAINT `flat_amount_made_by_user_id_fk` FOREIGN KEY (`made_by`) REFERENCES `user`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `flat_amount` ADD CONSTRAINT `flat_amount_of_card` FOREIGN KEY (`period_id`,`person_id`) REFERENCES `card`(`period_id`,`person_id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `flat_amount_card` ON `flat_amount` (`period_id`,`person_id`);--> statement-breakpoint
CREATE TRIGGER `flat_amount_no_update` BEFORE UPDATE ON `flat_amount` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'An amount stays as it is: it is only ever added, and taken back by one of its own.';
--> statement-breakpoint
CREATE TRIGGER `flat_amount_no_delete` BEFORE DELETE ON `flat_amount` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'An amount stays as it is: it is only ever added, and taken back by one of its own.';
