CREATE TABLE `answered_write` (
	`user_id` int NOT NULL,
	`key` varchar(64) NOT NULL,
	`about` char(64) NOT NULL,
	`result` longtext NOT NULL,
	`answered_at` bigint NOT NULL,
	CONSTRAINT `answered_write_user_id_key_pk` PRIMARY KEY(`user_id`,`key`)
);
--> statement-breakpoint
CREATE TABLE `card` (
	`period_id` int NOT NULL,
	`person_id` int NOT NULL,
	`input_version` int NOT NULL DEFAULT 1,
	`computed_version` int NOT NULL DEFAULT 0,
	`clocked_seconds` int NOT NULL DEFAULT 0,
	`unpaid_seconds` int NOT NULL DEFAULT 0,
	`held_seconds` int NOT NULL DEFAULT 0,
	`rounding_seconds` int NOT NULL DEFAULT 0,
	`payable_hours` int NOT NULL DEFAULT 0,
	`to_settle` smallint NOT NULL DEFAULT 0,
	`days` varbinary(1280),
	`marks` varchar(64) NOT NULL DEFAULT '',
	`sums` longtext,
	`lines` longtext,
	CONSTRAINT `card_period_id_person_id_pk` PRIMARY KEY(`period_id`,`person_id`)
);
--> statement-breakpoint
CREATE TABLE `correction` (
	`id` int AUTO_INCREMENT NOT NULL,
	`person_id` int NOT NULL,
	`kind` varchar(32) NOT NULL,
	`says` longtext NOT NULL,
	`punch_id` int,
	`at` bigint,
	`undoes` int,
	`first_day` date,
	`last_day` date,
	`settles` varchar(200),
	`turn` smallint NOT NULL DEFAULT 0,
	`period_id` int NOT NULL,
	`note` varchar(500) NOT NULL,
	`payable_before` int NOT NULL,
	`payable_after` int NOT NULL,
	`made_by` int NOT NULL,
	`made_at` bigint NOT NULL,
	CONSTRAINT `correction_id` PRIMARY KEY(`id`),
	CONSTRAINT `correction_undoes` UNIQUE(`undoes`),
	CONSTRAINT `correction_settles` UNIQUE(`person_id`,`settles`,`turn`)
);
--> statement-breakpoint
CREATE TABLE `department` (
	`id` int AUTO_INCREMENT NOT NULL,
	`name` varchar(120) NOT NULL,
	CONSTRAINT `department_id` PRIMARY KEY(`id`),
	CONSTRAINT `department_name_unique` UNIQUE(`name`)
);
--> statement-breakpoint
CREATE TABLE `handoff` (
	`id` int AUTO_INCREMENT NOT NULL,
	`period_id` int NOT NULL,
	`people` int NOT NULL,
	`lines` int NOT NULL,
	`payable_hours` bigint NOT NULL,
	`premium_hours` bigint NOT NULL,
	`made_by` int NOT NULL,
	`made_at` bigint NOT NULL,
	CONSTRAINT `handoff_id` PRIMARY KEY(`id`),
	CONSTRAINT `handoff_period_id_unique` UNIQUE(`period_id`)
);
--> statement-breakpoint
CREATE TABLE `handoff_line` (
	`handoff_id` int NOT NULL,
	`seq` int NOT NULL,
	`person_number` varchar(32) NOT NULL,
	`workday` date NOT NULL,
	`code` varchar(16) NOT NULL,
	`class_id` varchar(120) NOT NULL,
	`hours` int NOT NULL,
	CONSTRAINT `handoff_line_handoff_id_seq_pk` PRIMARY KEY(`handoff_id`,`seq`)
);
--> statement-breakpoint
CREATE TABLE `holiday` (
	`workday` date NOT NULL,
	`name` varchar(120) NOT NULL,
	CONSTRAINT `holiday_workday` PRIMARY KEY(`workday`)
);
--> statement-breakpoint
CREATE TABLE `import_chunk` (
	`import_id` int NOT NULL,
	`seq` int NOT NULL,
	`bytes` mediumblob NOT NULL,
	CONSTRAINT `import_chunk_import_id_seq_pk` PRIMARY KEY(`import_id`,`seq`)
);
--> statement-breakpoint
CREATE TABLE `import_file` (
	`id` int AUTO_INCREMENT NOT NULL,
	`name` varchar(255) NOT NULL,
	`status` enum('receiving','to confirm','queued','done','failed') NOT NULL,
	`format` enum('csv','xlsx'),
	`bytes` bigint NOT NULL DEFAULT 0,
	`sha256` char(64),
	`header` longtext,
	`preview` longtext,
	`received_by` varchar(120),
	`mapping` longtext,
	`task_id` int,
	`added` int NOT NULL DEFAULT 0,
	`known` int NOT NULL DEFAULT 0,
	`refused` int NOT NULL DEFAULT 0,
	`error` varchar(500),
	`made_by` int NOT NULL,
	`made_at` bigint NOT NULL,
	CONSTRAINT `import_file_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `import_refusal` (
	`import_id` int NOT NULL,
	`line` int NOT NULL,
	`field` varchar(16) NOT NULL,
	`value` varchar(255) NOT NULL,
	`reason` varchar(32) NOT NULL,
	`cells` longtext NOT NULL,
	CONSTRAINT `import_refusal_import_id_line_pk` PRIMARY KEY(`import_id`,`line`)
);
--> statement-breakpoint
CREATE TABLE `job` (
	`id` int AUTO_INCREMENT NOT NULL,
	`name` varchar(120) NOT NULL,
	CONSTRAINT `job_id` PRIMARY KEY(`id`),
	CONSTRAINT `job_name_unique` UNIQUE(`name`)
);
--> statement-breakpoint
CREATE TABLE `known_sign_in` (
	`user_id` int NOT NULL,
	`address` varchar(64) NOT NULL,
	`until` bigint NOT NULL,
	CONSTRAINT `known_sign_in_user_id_address_pk` PRIMARY KEY(`user_id`,`address`)
);
--> statement-breakpoint
CREATE TABLE `leave_day` (
	`id` int AUTO_INCREMENT NOT NULL,
	`person_id` int NOT NULL,
	`workday` date NOT NULL,
	`kind` enum('leave','adjustment') NOT NULL,
	`code` varchar(80) NOT NULL,
	`seconds` int NOT NULL,
	`reason` varchar(500) NOT NULL,
	CONSTRAINT `leave_day_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `pay_code` (
	`id` int AUTO_INCREMENT NOT NULL,
	`code` varchar(16) NOT NULL,
	`name` varchar(120) NOT NULL,
	CONSTRAINT `pay_code_id` PRIMARY KEY(`id`),
	CONSTRAINT `pay_code_code_unique` UNIQUE(`code`)
);
--> statement-breakpoint
CREATE TABLE `pay_code_class` (
	`class_id` varchar(120) NOT NULL,
	`pay_code_id` int NOT NULL,
	CONSTRAINT `pay_code_class_class_id` PRIMARY KEY(`class_id`)
);
--> statement-breakpoint
CREATE TABLE `pay_group` (
	`id` int AUTO_INCREMENT NOT NULL,
	`name` varchar(120) NOT NULL,
	`schedule_id` int NOT NULL,
	`rulebook_id` int NOT NULL,
	CONSTRAINT `pay_group_id` PRIMARY KEY(`id`),
	CONSTRAINT `pay_group_name_unique` UNIQUE(`name`)
);
--> statement-breakpoint
CREATE TABLE `period` (
	`id` int AUTO_INCREMENT NOT NULL,
	`schedule_id` int NOT NULL,
	`first_day` date NOT NULL,
	`last_day` date NOT NULL,
	CONSTRAINT `period_id` PRIMARY KEY(`id`),
	CONSTRAINT `period_first_day` UNIQUE(`schedule_id`,`first_day`)
);
--> statement-breakpoint
CREATE TABLE `person` (
	`id` int AUTO_INCREMENT NOT NULL,
	`number` varchar(32) NOT NULL,
	`name` varchar(120) NOT NULL,
	`group_id` int NOT NULL,
	`department_id` int NOT NULL,
	`site_id` int NOT NULL,
	`first_day` date NOT NULL,
	`last_day` date,
	CONSTRAINT `person_id` PRIMARY KEY(`id`),
	CONSTRAINT `person_number_unique` UNIQUE(`number`)
);
--> statement-breakpoint
CREATE TABLE `plan` (
	`person_id` int NOT NULL,
	`starts_at` bigint NOT NULL,
	`ends_at` bigint NOT NULL,
	`workday` date NOT NULL,
	`job_id` int,
	CONSTRAINT `plan_person_id_starts_at_pk` PRIMARY KEY(`person_id`,`starts_at`)
);
--> statement-breakpoint
CREATE TABLE `punch` (
	`person_id` int NOT NULL,
	`at` bigint NOT NULL,
	`kind` enum('in','out','meal-out','meal-in','break-out','break-in','job-change','undirected') NOT NULL,
	`id` int AUTO_INCREMENT NOT NULL,
	`site_id` int NOT NULL,
	`job_id` int,
	`import_id` int NOT NULL,
	`line` int NOT NULL,
	CONSTRAINT `punch_person_id_at_kind_pk` PRIMARY KEY(`person_id`,`at`,`kind`),
	CONSTRAINT `punch_id_unique` UNIQUE(`id`)
);
--> statement-breakpoint
CREATE TABLE `rulebook` (
	`id` int AUTO_INCREMENT NOT NULL,
	`name` varchar(120) NOT NULL,
	CONSTRAINT `rulebook_id` PRIMARY KEY(`id`),
	CONSTRAINT `rulebook_name_unique` UNIQUE(`name`)
);
--> statement-breakpoint
CREATE TABLE `rulebook_edition` (
	`id` int AUTO_INCREMENT NOT NULL,
	`rulebook_id` int NOT NULL,
	`edition` int NOT NULL,
	`first_day` date NOT NULL,
	`rules` longtext NOT NULL,
	CONSTRAINT `rulebook_edition_id` PRIMARY KEY(`id`),
	CONSTRAINT `rulebook_edition_number` UNIQUE(`rulebook_id`,`edition`)
);
--> statement-breakpoint
CREATE TABLE `schedule` (
	`id` int AUTO_INCREMENT NOT NULL,
	`name` varchar(120) NOT NULL,
	CONSTRAINT `schedule_id` PRIMARY KEY(`id`),
	CONSTRAINT `schedule_name_unique` UNIQUE(`name`)
);
--> statement-breakpoint
CREATE TABLE `session` (
	`sid` varchar(128) NOT NULL,
	`data` longtext NOT NULL,
	`expires_at` bigint NOT NULL,
	CONSTRAINT `session_sid` PRIMARY KEY(`sid`)
);
--> statement-breakpoint
CREATE TABLE `setting` (
	`name` varchar(64) NOT NULL,
	`value` varchar(255) NOT NULL,
	CONSTRAINT `setting_name` PRIMARY KEY(`name`)
);
--> statement-breakpoint
CREATE TABLE `sign_in_attempt` (
	`key` varchar(191) NOT NULL,
	`hits` int NOT NULL,
	`wait_until` bigint NOT NULL DEFAULT 0,
	`reset_at` bigint NOT NULL,
	CONSTRAINT `sign_in_attempt_key` PRIMARY KEY(`key`)
);
--> statement-breakpoint
CREATE TABLE `site` (
	`id` int AUTO_INCREMENT NOT NULL,
	`name` varchar(120) NOT NULL,
	`zone` varchar(64) NOT NULL,
	CONSTRAINT `site_id` PRIMARY KEY(`id`),
	CONSTRAINT `site_name_unique` UNIQUE(`name`)
);
--> statement-breakpoint
CREATE TABLE `task` (
	`id` int AUTO_INCREMENT NOT NULL,
	`kind` enum('import','recompute') NOT NULL,
	`subject_id` int NOT NULL,
	`status` enum('waiting','running','done','failed') NOT NULL,
	`done` bigint NOT NULL DEFAULT 0,
	`total` bigint NOT NULL DEFAULT 0,
	`claim` varchar(64),
	`claimed_by` varchar(120),
	`lease_until` bigint NOT NULL DEFAULT 0,
	`attempts` int NOT NULL DEFAULT 0,
	`not_before` bigint NOT NULL DEFAULT 0,
	`error` varchar(500),
	CONSTRAINT `task_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `user` (
	`id` int AUTO_INCREMENT NOT NULL,
	`username` varchar(64) NOT NULL,
	`name` varchar(120) NOT NULL,
	`password_hash` varchar(255) NOT NULL,
	CONSTRAINT `user_id` PRIMARY KEY(`id`),
	CONSTRAINT `user_username_unique` UNIQUE(`username`)
);
--> statement-breakpoint
ALTER TABLE `answered_write` ADD CONSTRAINT `answered_write_user_id_user_id_fk` FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `card` ADD CONSTRAINT `card_period_id_period_id_fk` FOREIGN KEY (`period_id`) REFERENCES `period`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `card` ADD CONSTRAINT `card_person_id_person_id_fk` FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `correction` ADD CONSTRAINT `correction_person_id_person_id_fk` FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `correction` ADD CONSTRAINT `correction_punch_id_punch_id_fk` FOREIGN KEY (`punch_id`) REFERENCES `punch`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `correction` ADD CONSTRAINT `correction_undoes_correction_id_fk` FOREIGN KEY (`undoes`) REFERENCES `correction`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `correction` ADD CONSTRAINT `correction_period_id_period_id_fk` FOREIGN KEY (`period_id`) REFERENCES `period`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `correction` ADD CONSTRAINT `correction_made_by_user_id_fk` FOREIGN KEY (`made_by`) REFERENCES `user`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `handoff` ADD CONSTRAINT `handoff_period_id_period_id_fk` FOREIGN KEY (`period_id`) REFERENCES `period`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `handoff` ADD CONSTRAINT `handoff_made_by_user_id_fk` FOREIGN KEY (`made_by`) REFERENCES `user`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `handoff_line` ADD CONSTRAINT `handoff_line_handoff_id_handoff_id_fk` FOREIGN KEY (`handoff_id`) REFERENCES `handoff`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `import_chunk` ADD CONSTRAINT `import_chunk_import_id_import_file_id_fk` FOREIGN KEY (`import_id`) REFERENCES `import_file`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `import_file` ADD CONSTRAINT `import_file_made_by_user_id_fk` FOREIGN KEY (`made_by`) REFERENCES `user`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `import_refusal` ADD CONSTRAINT `import_refusal_import_id_import_file_id_fk` FOREIGN KEY (`import_id`) REFERENCES `import_file`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `known_sign_in` ADD CONSTRAINT `known_sign_in_user_id_user_id_fk` FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `leave_day` ADD CONSTRAINT `leave_day_person_id_person_id_fk` FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `pay_code_class` ADD CONSTRAINT `pay_code_class_pay_code_id_pay_code_id_fk` FOREIGN KEY (`pay_code_id`) REFERENCES `pay_code`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `pay_group` ADD CONSTRAINT `pay_group_schedule_id_schedule_id_fk` FOREIGN KEY (`schedule_id`) REFERENCES `schedule`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `pay_group` ADD CONSTRAINT `pay_group_rulebook_id_rulebook_id_fk` FOREIGN KEY (`rulebook_id`) REFERENCES `rulebook`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `period` ADD CONSTRAINT `period_schedule_id_schedule_id_fk` FOREIGN KEY (`schedule_id`) REFERENCES `schedule`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `person` ADD CONSTRAINT `person_group_id_pay_group_id_fk` FOREIGN KEY (`group_id`) REFERENCES `pay_group`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `person` ADD CONSTRAINT `person_department_id_department_id_fk` FOREIGN KEY (`department_id`) REFERENCES `department`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `person` ADD CONSTRAINT `person_site_id_site_id_fk` FOREIGN KEY (`site_id`) REFERENCES `site`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `plan` ADD CONSTRAINT `plan_person_id_person_id_fk` FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `plan` ADD CONSTRAINT `plan_job_id_job_id_fk` FOREIGN KEY (`job_id`) REFERENCES `job`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `rulebook_edition` ADD CONSTRAINT `rulebook_edition_rulebook_id_rulebook_id_fk` FOREIGN KEY (`rulebook_id`) REFERENCES `rulebook`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `answered_write_at` ON `answered_write` (`answered_at`);--> statement-breakpoint
CREATE INDEX `card_person` ON `card` (`person_id`);--> statement-breakpoint
CREATE INDEX `correction_person` ON `correction` (`person_id`);--> statement-breakpoint
CREATE INDEX `leave_day_person` ON `leave_day` (`person_id`,`workday`);--> statement-breakpoint
CREATE INDEX `task_status` ON `task` (`status`);