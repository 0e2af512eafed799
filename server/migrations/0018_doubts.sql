CREATE TABLE `delivery_statement` (
	`id` int AUTO_INCREMENT NOT NULL,
	`delivery_id` int NOT NULL,
	`has` enum('all','none','these') NOT NULL,
	`reason` varchar(300) NOT NULL,
	`made_by` int NOT NULL,
	`made_at` bigint NOT NULL,
	CONSTRAINT `delivery_statement_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `unmatched_handoff` (
	`key` varchar(64) NOT NULL,
	`received_at` varchar(40) NOT NULL,
	`name` varchar(120) NOT NULL,
	`lines` int NOT NULL,
	`hours` bigint NOT NULL,
	`is_unknown` boolean NOT NULL,
	`found_at` bigint NOT NULL,
	`reason` varchar(300),
	`ended_by` int,
	`ended_at` bigint,
	CONSTRAINT `unmatched_handoff_key` PRIMARY KEY(`key`)
);
--> statement-breakpoint
ALTER TABLE `delivery` MODIFY COLUMN `status` enum('waiting','accepted','in part','refused','gave up','in doubt','not taken') NOT NULL;--> statement-breakpoint
ALTER TABLE `delivery` drop column `under_way`;--> statement-breakpoint
ALTER TABLE `delivery` ADD `under_way` int GENERATED ALWAYS AS (IF(status IN ('waiting', 'in doubt'), batch_id, NULL)) STORED;--> statement-breakpoint
ALTER TABLE `delivery` ADD CONSTRAINT `delivery_under_way_unique` UNIQUE(`under_way`);--> statement-breakpoint
ALTER TABLE `delivery` ADD `unanswered_since` bigint;--> statement-breakpoint
ALTER TABLE `delivery` ADD `doubt` longtext;--> statement-breakpoint
ALTER TABLE `happened` ADD `is_own_pay` boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `delivery_statement` ADD CONSTRAINT `delivery_statement_delivery_id_delivery_id_fk` FOREIGN KEY (`delivery_id`) REFERENCES `delivery`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `delivery_statement` ADD CONSTRAINT `delivery_statement_made_by_user_id_fk` FOREIGN KEY (`made_by`) REFERENCES `user`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `unmatched_handoff` ADD CONSTRAINT `unmatched_handoff_ended_by_user_id_fk` FOREIGN KEY (`ended_by`) REFERENCES `user`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
-- An earlier Heath did not keep whether a delivery had been sent: it may have been.
UPDATE `delivery` SET `unanswered_since` = `made_at` WHERE `status` = 'waiting';--> statement-breakpoint
CREATE TRIGGER `batch_no_end_in_doubt` BEFORE UPDATE ON `batch` FOR EACH ROW
  IF OLD.`ended` IS NULL AND NEW.`ended` IS NOT NULL AND EXISTS (SELECT 1 FROM `delivery` WHERE `under_way` = NEW.`id`)
  THEN SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'A batch is not taken back while the pay system may have it.'; END IF;
--> statement-breakpoint
CREATE TRIGGER `delivery_of_standing_batch` BEFORE INSERT ON `delivery` FOR EACH ROW
  IF (SELECT `ended` FROM `batch` WHERE `id` = NEW.`batch_id`) IS NOT NULL
  THEN SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'A batch that was taken back is not delivered.'; END IF;
--> statement-breakpoint
CREATE TRIGGER `delivery_statement_no_update` BEFORE UPDATE ON `delivery_statement` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'What was stated of a delivery stays as it is: it is only ever added.';
--> statement-breakpoint
CREATE TRIGGER `delivery_statement_no_delete` BEFORE DELETE ON `delivery_statement` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'What was stated of a delivery stays as it is: it is only ever added.';
