CREATE TABLE `taken_out_line` (
	`batch_id` int NOT NULL,
	`seq` int NOT NULL,
	`line` int NOT NULL,
	`reason` varchar(300) NOT NULL,
	`made_by` int NOT NULL,
	`made_at` bigint NOT NULL,
	CONSTRAINT `taken_out_line_batch_id_seq_pk` PRIMARY KEY(`batch_id`,`seq`)
);
--> statement-breakpoint
ALTER TABLE `taken_out_line` ADD CONSTRAINT `taken_out_line_made_by_user_id_fk` FOREIGN KEY (`made_by`) REFERENCES `user`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `taken_out_line` ADD CONSTRAINT `taken_out_line_of_batch` FOREIGN KEY (`batch_id`,`seq`) REFERENCES `batch_line`(`batch_id`,`seq`) ON DELETE no action ON UPDATE no action;