CREATE TABLE `reason` (
	`id` int AUTO_INCREMENT NOT NULL,
	`text` varchar(120) NOT NULL,
	`made_by` int NOT NULL,
	`made_at` bigint NOT NULL,
	CONSTRAINT `reason_id` PRIMARY KEY(`id`),
	CONSTRAINT `reason_text_unique` UNIQUE(`text`)
);
--> statement-breakpoint
ALTER TABLE `bulk` ADD `undoes` int;--> statement-breakpoint
ALTER TABLE `bulk` ADD CONSTRAINT `bulk_undoes_unique` UNIQUE(`undoes`);--> statement-breakpoint
ALTER TABLE `reason` ADD CONSTRAINT `reason_made_by_user_id_fk` FOREIGN KEY (`made_by`) REFERENCES `user`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `bulk` ADD CONSTRAINT `bulk_undoes_bulk_id_fk` FOREIGN KEY (`undoes`) REFERENCES `bulk`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `plan_starts` ON `plan` (`starts_at`);