CREATE TABLE `batch_chunk` (
	`batch_id` int NOT NULL,
	`seq` int NOT NULL,
	`bytes` mediumblob NOT NULL,
	CONSTRAINT `batch_chunk_batch_id_seq_pk` PRIMARY KEY(`batch_id`,`seq`)
);
--> statement-breakpoint
CREATE TABLE `batch_code` (
	`batch_id` int NOT NULL,
	`code` varchar(16) NOT NULL,
	`lines` int NOT NULL,
	`people` int NOT NULL,
	`hours` bigint NOT NULL,
	CONSTRAINT `batch_code_batch_id_code_pk` PRIMARY KEY(`batch_id`,`code`)
);
--> statement-breakpoint
CREATE TABLE `batch_file` (
	`batch_id` int NOT NULL,
	`layout_name` varchar(120) NOT NULL,
	`layout` longtext NOT NULL,
	`name` varchar(120) NOT NULL,
	`lines` int NOT NULL,
	`bytes` bigint NOT NULL,
	`sha256` char(64) NOT NULL,
	CONSTRAINT `batch_file_batch_id` PRIMARY KEY(`batch_id`)
);
--> statement-breakpoint
CREATE TABLE `decision` (
	`id` int AUTO_INCREMENT NOT NULL,
	`period_id` int NOT NULL,
	`person_id` int NOT NULL,
	`version` int NOT NULL,
	`what` enum('carry','waive','approve','withdraw','sent') NOT NULL,
	`reason` varchar(500) NOT NULL DEFAULT '',
	`batch_id` int,
	`made_by` int NOT NULL,
	`made_at` bigint NOT NULL,
	CONSTRAINT `decision_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `difference` (
	`period_id` int NOT NULL,
	`person_id` int NOT NULL,
	`version` int NOT NULL,
	`lines` longtext NOT NULL,
	`line_count` int NOT NULL,
	`payable_hours` int NOT NULL,
	CONSTRAINT `difference_period_id_person_id_pk` PRIMARY KEY(`period_id`,`person_id`)
);
--> statement-breakpoint
CREATE TABLE `known_person` (
	`number` varchar(32) NOT NULL,
	`name` varchar(120) NOT NULL DEFAULT '',
	`codes` longtext,
	CONSTRAINT `known_person_number` PRIMARY KEY(`number`)
);
--> statement-breakpoint
CREATE TABLE `mapping` (
	`id` int AUTO_INCREMENT NOT NULL,
	`rules` longtext NOT NULL,
	`made_by` int,
	`made_at` bigint NOT NULL,
	CONSTRAINT `mapping_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `refused_line` (
	`delivery_id` int NOT NULL,
	`line` int NOT NULL,
	`reason` varchar(200) NOT NULL,
	CONSTRAINT `refused_line_delivery_id_line_pk` PRIMARY KEY(`delivery_id`,`line`)
);
--> statement-breakpoint
-- What a rule of a class alone said, as a rule of the new kind says it; the first person of what was there made it.
INSERT INTO `mapping` (`rules`, `made_at`)
SELECT COALESCE(JSON_ARRAYAGG(JSON_OBJECT(
         'name', '', 'firstDay', NULL, 'lastDay', NULL,
         'when', CASE
           WHEN r.class_id = 'ordinary' THEN JSON_OBJECT('classes', JSON_ARRAY('ordinary'))
           WHEN r.class_id LIKE 'overtime-%' THEN JSON_OBJECT('multipliers', JSON_ARRAY(CAST(SUBSTRING(r.class_id, 10) AS DOUBLE)))
           WHEN r.class_id LIKE 'premium:%' THEN JSON_OBJECT('premiums', JSON_ARRAY(SUBSTRING(r.class_id, 9)))
           WHEN r.class_id LIKE 'leave:%' THEN JSON_OBJECT('leave', JSON_ARRAY(SUBSTRING(r.class_id, 7)))
           WHEN r.class_id LIKE 'guarantee:%' THEN JSON_OBJECT('guarantees', JSON_ARRAY(SUBSTRING(r.class_id, 11)))
           ELSE JSON_OBJECT('adjustments', JSON_ARRAY(SUBSTRING(r.class_id, 12))) END,
         'code', c.code) ORDER BY r.position), '[]'), 0
  FROM `mapping_rule` r JOIN `pay_code` c ON c.id = r.pay_code_id
 WHERE r.class_id IS NOT NULL
HAVING COUNT(*) > 0;
--> statement-breakpoint
DROP TABLE `mapping_rule`;--> statement-breakpoint
CREATE INDEX `delivery_batch` ON `delivery` (`batch_id`);--> statement-breakpoint
ALTER TABLE `delivery` DROP INDEX `delivery_bytes`;--> statement-breakpoint
ALTER TABLE `delivery` DROP FOREIGN KEY `delivery_layout_id_layout_id_fk`;
--> statement-breakpoint
ALTER TABLE `batch` MODIFY COLUMN `kind` enum('regular','difference','waived') NOT NULL;--> statement-breakpoint
ALTER TABLE `task` MODIFY COLUMN `kind` enum('import','recompute','deliver') NOT NULL;--> statement-breakpoint
ALTER TABLE `batch` ADD `number` int;--> statement-breakpoint
DROP TRIGGER `batch_no_update`;--> statement-breakpoint
UPDATE `batch` SET `number` = `id`;--> statement-breakpoint
INSERT INTO `setting` (`name`, `value`) SELECT 'last-handoff', COALESCE(MAX(`id`), 0) FROM `batch`;--> statement-breakpoint
INSERT INTO `batch_code` SELECT `batch_id`, `code`, COUNT(*), COUNT(DISTINCT `person_id`), SUM(`hours`) FROM `batch_line` GROUP BY `batch_id`, `code`;--> statement-breakpoint
ALTER TABLE `batch` ADD `mapping_id` int;--> statement-breakpoint
ALTER TABLE `batch` ADD `content` char(64);--> statement-breakpoint
ALTER TABLE `batch` ADD `overrides` longtext;--> statement-breakpoint
ALTER TABLE `batch` ADD `ended` enum('reopened','void');--> statement-breakpoint
ALTER TABLE `batch` ADD `ended_reason` varchar(500);--> statement-breakpoint
ALTER TABLE `batch` ADD `ended_by` int;--> statement-breakpoint
ALTER TABLE `batch` ADD `ended_at` bigint;--> statement-breakpoint
ALTER TABLE `batch_line` ADD `corrects_id` int;--> statement-breakpoint
ALTER TABLE `delivery` ADD `key` char(32) NOT NULL;--> statement-breakpoint
ALTER TABLE `delivery` ADD `only_lines` longtext;--> statement-breakpoint
ALTER TABLE `delivery` ADD `status` enum('waiting','accepted','in part','refused','gave up') NOT NULL;--> statement-breakpoint
ALTER TABLE `delivery` ADD `under_way` int GENERATED ALWAYS AS (IF(status = 'waiting', batch_id, NULL)) STORED;--> statement-breakpoint
ALTER TABLE `delivery` ADD `answered_at` bigint;--> statement-breakpoint
ALTER TABLE `layout` ADD `is_in_use` boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `layout` ADD `version` int DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE `batch` ADD CONSTRAINT `batch_number_unique` UNIQUE(`number`);--> statement-breakpoint
ALTER TABLE `batch` ADD CONSTRAINT `batch_content_unique` UNIQUE(`content`);--> statement-breakpoint
ALTER TABLE `delivery` ADD CONSTRAINT `delivery_key_unique` UNIQUE(`key`);--> statement-breakpoint
ALTER TABLE `delivery` ADD CONSTRAINT `delivery_under_way_unique` UNIQUE(`under_way`);--> statement-breakpoint
ALTER TABLE `batch_chunk` ADD CONSTRAINT `batch_chunk_batch_id_batch_file_batch_id_fk` FOREIGN KEY (`batch_id`) REFERENCES `batch_file`(`batch_id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `batch_code` ADD CONSTRAINT `batch_code_batch_id_batch_id_fk` FOREIGN KEY (`batch_id`) REFERENCES `batch`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `batch_file` ADD CONSTRAINT `batch_file_batch_id_batch_id_fk` FOREIGN KEY (`batch_id`) REFERENCES `batch`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `decision` ADD CONSTRAINT `decision_batch_id_batch_id_fk` FOREIGN KEY (`batch_id`) REFERENCES `batch`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `decision` ADD CONSTRAINT `decision_made_by_user_id_fk` FOREIGN KEY (`made_by`) REFERENCES `user`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `decision` ADD CONSTRAINT `decision_difference_fk` FOREIGN KEY (`period_id`,`person_id`) REFERENCES `difference`(`period_id`,`person_id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `difference` ADD CONSTRAINT `difference_card_fk` FOREIGN KEY (`period_id`,`person_id`) REFERENCES `card`(`period_id`,`person_id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `mapping` ADD CONSTRAINT `mapping_made_by_user_id_fk` FOREIGN KEY (`made_by`) REFERENCES `user`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `refused_line` ADD CONSTRAINT `refused_line_delivery_id_delivery_id_fk` FOREIGN KEY (`delivery_id`) REFERENCES `delivery`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `decision_of` ON `decision` (`period_id`,`person_id`);--> statement-breakpoint
CREATE INDEX `difference_lines` ON `difference` (`line_count`);--> statement-breakpoint
ALTER TABLE `batch` ADD CONSTRAINT `batch_mapping_id_mapping_id_fk` FOREIGN KEY (`mapping_id`) REFERENCES `mapping`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `batch` ADD CONSTRAINT `batch_ended_by_user_id_fk` FOREIGN KEY (`ended_by`) REFERENCES `user`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `batch_line` ADD CONSTRAINT `batch_line_corrects_id_period_id_fk` FOREIGN KEY (`corrects_id`) REFERENCES `period`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `batch_line_person` ON `batch_line` (`person_id`,`workday`);--> statement-breakpoint
ALTER TABLE `delivery` DROP COLUMN `layout_id`;
--> statement-breakpoint
CREATE TRIGGER `mapping_no_update` BEFORE UPDATE ON `mapping` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'A mapping stays as it is: whoever changes a rule adds the next.';
--> statement-breakpoint
CREATE TRIGGER `mapping_no_delete` BEFORE DELETE ON `mapping` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'A mapping stays as it is: whoever changes a rule adds the next.';
--> statement-breakpoint
CREATE TRIGGER `decision_no_update` BEFORE UPDATE ON `decision` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'What was decided stays as it is: it is only ever added.';
--> statement-breakpoint
CREATE TRIGGER `decision_no_delete` BEFORE DELETE ON `decision` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'What was decided stays as it is: it is only ever added.';
--> statement-breakpoint
CREATE TRIGGER `batch_chunk_no_update` BEFORE UPDATE ON `batch_chunk` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'The bytes of a batch stay as they were sealed.';
--> statement-breakpoint
CREATE TRIGGER `batch_chunk_no_delete` BEFORE DELETE ON `batch_chunk` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'The bytes of a batch stay as they were sealed.';
--> statement-breakpoint
-- A batch is counted while it is made; then it stays as it is, but for being taken back once.
CREATE TRIGGER `batch_no_update` BEFORE UPDATE ON `batch` FOR EACH ROW
  IF OLD.`lines` > 0 AND NOT (
       OLD.`ended` IS NULL AND NEW.`ended` IS NOT NULL AND NEW.`content` IS NULL
       AND NEW.`id` = OLD.`id` AND NEW.`number` <=> OLD.`number` AND NEW.`kind` = OLD.`kind` AND NEW.`period_id` = OLD.`period_id`
       AND NEW.`mapping_id` <=> OLD.`mapping_id` AND NEW.`people` = OLD.`people` AND NEW.`lines` = OLD.`lines`
       AND NEW.`payable_hours` = OLD.`payable_hours` AND NEW.`premium_hours` = OLD.`premium_hours`
       AND NEW.`overrides` <=> OLD.`overrides` AND NEW.`made_by` = OLD.`made_by` AND NEW.`made_at` = OLD.`made_at`)
  THEN SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'A batch stays as it was made.'; END IF;
