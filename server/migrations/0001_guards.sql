-- What only grows is never changed and never goes, whoever asks for it.
CREATE TRIGGER `rulebook_edition_no_update` BEFORE UPDATE ON `rulebook_edition` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'An edition of a rulebook stays as it is: it is only ever added.';
--> statement-breakpoint
CREATE TRIGGER `rulebook_edition_no_delete` BEFORE DELETE ON `rulebook_edition` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'An edition of a rulebook stays as it is: it is only ever added.';
--> statement-breakpoint
CREATE TRIGGER `leave_entry_no_update` BEFORE UPDATE ON `leave_entry` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'Leave stays as it is: it is only ever added, and taken back by an entry of its own.';
--> statement-breakpoint
CREATE TRIGGER `leave_entry_no_delete` BEFORE DELETE ON `leave_entry` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'Leave stays as it is: it is only ever added, and taken back by an entry of its own.';
--> statement-breakpoint
CREATE TRIGGER `leave_balance_no_update` BEFORE UPDATE ON `leave_balance` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'A balance stays as it was given: it is only ever added.';
--> statement-breakpoint
CREATE TRIGGER `leave_balance_no_delete` BEFORE DELETE ON `leave_balance` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'A balance stays as it was given: it is only ever added.';
--> statement-breakpoint
CREATE TRIGGER `punch_no_update` BEFORE UPDATE ON `punch` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'A raw punch stays as it is: it is only ever added.';
--> statement-breakpoint
CREATE TRIGGER `punch_no_delete` BEFORE DELETE ON `punch` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'A raw punch stays as it is: it is only ever added.';
--> statement-breakpoint
CREATE TRIGGER `bulk_no_update` BEFORE UPDATE ON `bulk` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'Corrections that were made together stay so.';
--> statement-breakpoint
CREATE TRIGGER `bulk_no_delete` BEFORE DELETE ON `bulk` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'Corrections that were made together stay so.';
--> statement-breakpoint
CREATE TRIGGER `correction_no_update` BEFORE UPDATE ON `correction` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'A correction stays as it is: it is only ever added.';
--> statement-breakpoint
CREATE TRIGGER `correction_no_delete` BEFORE DELETE ON `correction` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'A correction stays as it is: it is only ever added.';
--> statement-breakpoint
CREATE TRIGGER `approval_no_update` BEFORE UPDATE ON `approval` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'An approval stays as it is: it is only ever added, and taken back by a row of its own.';
--> statement-breakpoint
CREATE TRIGGER `approval_no_delete` BEFORE DELETE ON `approval` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'An approval stays as it is: it is only ever added, and taken back by a row of its own.';
--> statement-breakpoint
CREATE TRIGGER `batch_line_no_update` BEFORE UPDATE ON `batch_line` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'A line that was handed off stays as it is: it is only ever added.';
--> statement-breakpoint
CREATE TRIGGER `batch_line_no_delete` BEFORE DELETE ON `batch_line` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'A line that was handed off stays as it is: it is only ever added.';
--> statement-breakpoint
CREATE TRIGGER `audit_event_no_update` BEFORE UPDATE ON `audit_event` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'An audit event stays as it was written: events are only ever added.';
--> statement-breakpoint
CREATE TRIGGER `audit_event_no_delete` BEFORE DELETE ON `audit_event` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'An audit event stays as it was written: events are only ever added.';
--> statement-breakpoint
CREATE TRIGGER `batch_no_delete` BEFORE DELETE ON `batch` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'A batch stays as it was made.';
--> statement-breakpoint
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
--> statement-breakpoint
CREATE TRIGGER `day_lock_no_update` BEFORE UPDATE ON `day_lock` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'A lock stays as it is: whoever moves it adds the next.';
--> statement-breakpoint
CREATE TRIGGER `day_lock_no_delete` BEFORE DELETE ON `day_lock` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'A lock stays as it is: whoever moves it adds the next.';
--> statement-breakpoint
CREATE TRIGGER `flat_amount_no_update` BEFORE UPDATE ON `flat_amount` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'An amount stays as it is: it is only ever added, and taken back by one of its own.';
--> statement-breakpoint
CREATE TRIGGER `flat_amount_no_delete` BEFORE DELETE ON `flat_amount` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'An amount stays as it is: it is only ever added, and taken back by one of its own.';
--> statement-breakpoint
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
--> statement-breakpoint
-- Two pay periods of a schedule share no day: what is worked on it would be paid twice.
CREATE TRIGGER `period_apart_insert` BEFORE INSERT ON `period` FOR EACH ROW
  IF EXISTS (SELECT 1 FROM `period` WHERE `schedule_id` = NEW.`schedule_id` AND `first_day` <= NEW.`last_day` AND `last_day` >= NEW.`first_day`)
  THEN SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'Two pay periods of a schedule share no day.'; END IF;
--> statement-breakpoint
CREATE TRIGGER `period_apart_update` BEFORE UPDATE ON `period` FOR EACH ROW
  IF EXISTS (SELECT 1 FROM `period` WHERE `id` <> NEW.`id` AND `schedule_id` = NEW.`schedule_id` AND `first_day` <= NEW.`last_day` AND `last_day` >= NEW.`first_day`)
  THEN SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'Two pay periods of a schedule share no day.'; END IF;
