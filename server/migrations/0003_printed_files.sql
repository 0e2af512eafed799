CREATE TABLE `printed_chunk` (
	`file_id` int NOT NULL,
	`seq` int NOT NULL,
	`bytes` mediumblob NOT NULL,
	CONSTRAINT `printed_chunk_file_id_seq_pk` PRIMARY KEY(`file_id`,`seq`)
);
--> statement-breakpoint
CREATE TABLE `printed_file` (
	`id` int AUTO_INCREMENT NOT NULL,
	`user_id` int NOT NULL,
	`name` varchar(120) NOT NULL,
	`made_at` bigint NOT NULL,
	CONSTRAINT `printed_file_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `printed_chunk` ADD CONSTRAINT `printed_chunk_file_id_printed_file_id_fk` FOREIGN KEY (`file_id`) REFERENCES `printed_file`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `printed_file` ADD CONSTRAINT `printed_file_user_id_user_id_fk` FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON DELETE no action ON UPDATE no action;