-- What only grows is never changed and never goes, whoever asks for it.
CREATE TRIGGER `rulebook_edition_no_update` BEFORE UPDATE ON `rulebook_edition` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'An edition of a rulebook stays as it is: it is only ever added.';
--> statement-breakpoint
CREATE TRIGGER `rulebook_edition_no_delete` BEFORE DELETE ON `rulebook_edition` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'An edition of a rulebook stays as it is: it is only ever added.';
--> statement-breakpoint
CREATE TRIGGER `leave_day_no_update` BEFORE UPDATE ON `leave_day` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'Leave stays as it is: it is only ever added.';
--> statement-breakpoint
CREATE TRIGGER `leave_day_no_delete` BEFORE DELETE ON `leave_day` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'Leave stays as it is: it is only ever added.';
--> statement-breakpoint
CREATE TRIGGER `punch_no_update` BEFORE UPDATE ON `punch` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'A raw punch stays as it is: it is only ever added.';
--> statement-breakpoint
CREATE TRIGGER `punch_no_delete` BEFORE DELETE ON `punch` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'A raw punch stays as it is: it is only ever added.';
--> statement-breakpoint
CREATE TRIGGER `correction_no_update` BEFORE UPDATE ON `correction` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'A correction stays as it is: it is only ever added.';
--> statement-breakpoint
CREATE TRIGGER `correction_no_delete` BEFORE DELETE ON `correction` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'A correction stays as it is: it is only ever added.';
--> statement-breakpoint
CREATE TRIGGER `handoff_line_no_update` BEFORE UPDATE ON `handoff_line` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'A line that was handed off stays as it is: it is only ever added.';
--> statement-breakpoint
CREATE TRIGGER `handoff_line_no_delete` BEFORE DELETE ON `handoff_line` FOR EACH ROW
  SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'A line that was handed off stays as it is: it is only ever added.';
