CREATE TABLE `question` (
	`id` int AUTO_INCREMENT NOT NULL,
	`period_id` int NOT NULL,
	`person_id` int NOT NULL,
	`exception` varchar(200) NOT NULL,
	`workday` date NOT NULL,
	`asked_of` enum('person','supervisor') NOT NULL,
	`text` varchar(500) NOT NULL,
	`made_by` int NOT NULL,
	`made_at` bigint NOT NULL,
	CONSTRAINT `question_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `question_event` (
	`id` int AUTO_INCREMENT NOT NULL,
	`question_id` int NOT NULL,
	`what` enum('answered','reminded','withdrawn') NOT NULL,
	`text` varchar(500) NOT NULL DEFAULT '',
	`ends` int,
	`made_by` int NOT NULL,
	`made_at` bigint NOT NULL,
	CONSTRAINT `question_event_id` PRIMARY KEY(`id`),
	CONSTRAINT `question_event_ends_unique` UNIQUE(`ends`)
);
--> statement-breakpoint
CREATE TABLE `saved_search` (
	`id` int AUTO_INCREMENT NOT NULL,
	`user_id` int NOT NULL,
	`name` varchar(80) NOT NULL,
	`search` longtext NOT NULL,
	CONSTRAINT `saved_search_id` PRIMARY KEY(`id`),
	CONSTRAINT `saved_search_name` UNIQUE(`user_id`,`name`)
);
--> statement-breakpoint
ALTER TABLE `approval` ADD `workday` date;--> statement-breakpoint
ALTER TABLE `card` ADD `accounts` varbinary(1792);--> statement-breakpoint
ALTER TABLE `question` ADD CONSTRAINT `question_made_by_user_id_fk` FOREIGN KEY (`made_by`) REFERENCES `user`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `question` ADD CONSTRAINT `question_card_fk` FOREIGN KEY (`period_id`,`person_id`) REFERENCES `card`(`period_id`,`person_id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `question_event` ADD CONSTRAINT `question_event_question_id_question_id_fk` FOREIGN KEY (`question_id`) REFERENCES `question`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `question_event` ADD CONSTRAINT `question_event_made_by_user_id_fk` FOREIGN KEY (`made_by`) REFERENCES `user`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `saved_search` ADD CONSTRAINT `saved_search_user_id_user_id_fk` FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `question_card` ON `question` (`period_id`,`person_id`);--> statement-breakpoint
CREATE INDEX `question_event_of` ON `question_event` (`question_id`);--> statement-breakpoint
CREATE INDEX `approval_day` ON `approval` (`period_id`,`workday`);--> statement-breakpoint
CREATE TRIGGER `question_no_update` BEFORE UPDATE ON `question` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'A question stays as it is: what became of it is told by rows of its own.';
--> statement-breakpoint
CREATE TRIGGER `question_no_delete` BEFORE DELETE ON `question` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'A question stays as it is: what became of it is told by rows of its own.';
--> statement-breakpoint
CREATE TRIGGER `question_event_no_update` BEFORE UPDATE ON `question_event` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'What became of a question stays as it is: it is only ever added.';
--> statement-breakpoint
CREATE TRIGGER `question_event_no_delete` BEFORE DELETE ON `question_event` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'What became of a question stays as it is: it is only ever added.';
