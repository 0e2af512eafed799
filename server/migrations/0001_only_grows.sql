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
CREATE TRIGGER `happened_no_update` BEFORE UPDATE ON `happened` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'What happened stays as it was told: it is only ever added.';
--> statement-breakpoint
CREATE TRIGGER `happened_no_delete` BEFORE DELETE ON `happened` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'What happened stays as it was told: it is only ever added.';
--> statement-breakpoint
-- A batch is counted while it is made; then it stays as it is.
CREATE TRIGGER `batch_no_update` BEFORE UPDATE ON `batch` FOR EACH ROW
  IF OLD.`lines` > 0 THEN SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'A batch stays as it was made.'; END IF;
--> statement-breakpoint
CREATE TRIGGER `batch_no_delete` BEFORE DELETE ON `batch` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'A batch stays as it was made.';
