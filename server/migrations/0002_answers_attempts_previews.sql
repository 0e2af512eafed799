CREATE TABLE `answered_write` (
	`user_id` int NOT NULL,
	`key` varchar(64) NOT NULL,
	`about` char(64) NOT NULL,
	`result` longtext NOT NULL,
	`answered_at` bigint NOT NULL,
	CONSTRAINT `answered_write_user_id_key_pk` PRIMARY KEY(`user_id`,`key`)
);
--> statement-breakpoint
CREATE TABLE `known_sign_in` (
	`user_id` int NOT NULL,
	`address` varchar(64) NOT NULL,
	`until` bigint NOT NULL,
	CONSTRAINT `known_sign_in_user_id_address_pk` PRIMARY KEY(`user_id`,`address`)
);
--> statement-breakpoint
ALTER TABLE `sign_in_attempt` MODIFY COLUMN `key` varchar(191) NOT NULL;--> statement-breakpoint
ALTER TABLE `import_file` ADD `preview` longtext;--> statement-breakpoint
ALTER TABLE `import_file` ADD `received_by` varchar(120);--> statement-breakpoint
ALTER TABLE `sign_in_attempt` ADD `wait_until` bigint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `task` ADD `claimed_by` varchar(120);--> statement-breakpoint
ALTER TABLE `task` ADD `attempts` int DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `task` ADD `not_before` bigint DEFAULT 0 NOT NULL;--> statement-breakpoint
CREATE INDEX `answered_write_at` ON `answered_write` (`answered_at`);