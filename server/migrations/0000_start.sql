CREATE TABLE `approval` (
	`id` int AUTO_INCREMENT NOT NULL,
	`period_id` int NOT NULL,
	`person_id` int NOT NULL,
	`workday` date,
	`fingerprint` int NOT NULL,
	`payable_hours` int,
	`undoes` int,
	`made_by` int NOT NULL,
	`made_at` bigint NOT NULL,
	CONSTRAINT `approval_id` PRIMARY KEY(`id`),
	CONSTRAINT `approval_undoes_unique` UNIQUE(`undoes`)
);
--> statement-breakpoint
CREATE TABLE `card` (
	`period_id` int NOT NULL,
	`person_id` int NOT NULL,
	`group_id` int NOT NULL,
	`department_id` int NOT NULL,
	`site_id` int NOT NULL,
	`supervisor_id` int,
	`input_version` int NOT NULL DEFAULT 1,
	`computed_version` int NOT NULL DEFAULT 0,
	`clocked_seconds` int NOT NULL DEFAULT 0,
	`unpaid_seconds` int NOT NULL DEFAULT 0,
	`held_seconds` int NOT NULL DEFAULT 0,
	`rounding_seconds` int NOT NULL DEFAULT 0,
	`payable_hours` int NOT NULL DEFAULT 0,
	`to_settle` smallint NOT NULL DEFAULT 0,
	`results_fingerprint` int NOT NULL DEFAULT 0,
	`amounts_fingerprint` int NOT NULL DEFAULT 0,
	`marks` varchar(64) NOT NULL DEFAULT '',
	CONSTRAINT `card_period_id_person_id_pk` PRIMARY KEY(`period_id`,`person_id`)
);
--> statement-breakpoint
CREATE TABLE `card_exception` (
	`period_id` int NOT NULL,
	`person_id` int NOT NULL,
	`place` smallint NOT NULL,
	`exception` varchar(200) NOT NULL,
	`kind` varchar(60) NOT NULL,
	`severity` enum('holds up','to look at','asks why') NOT NULL,
	`workday` date NOT NULL,
	`at` bigint NOT NULL,
	`measured` double,
	`over` double,
	`zone` varchar(64),
	`proposals` longtext NOT NULL,
	CONSTRAINT `card_exception_period_id_person_id_place_pk` PRIMARY KEY(`period_id`,`person_id`,`place`)
);
--> statement-breakpoint
CREATE TABLE `card_result` (
	`period_id` int NOT NULL,
	`person_id` int NOT NULL,
	`days` varbinary(2308) NOT NULL,
	`sums` longtext NOT NULL,
	`lines` longtext NOT NULL,
	`job_times` text NOT NULL,
	CONSTRAINT `card_result_period_id_person_id_pk` PRIMARY KEY(`period_id`,`person_id`)
);
--> statement-breakpoint
CREATE TABLE `question` (
	`id` int AUTO_INCREMENT NOT NULL,
	`period_id` int NOT NULL,
	`person_id` int NOT NULL,
	`exception` varchar(200) NOT NULL,
	`workday` date NOT NULL,
	`asked_of` enum('person','supervisor') NOT NULL,
	`text` varchar(500) NOT NULL,
	`made_by` int NOT NULL,
	`made_at` bigint NOT NULL,
	CONSTRAINT `question_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `question_event` (
	`id` int AUTO_INCREMENT NOT NULL,
	`question_id` int NOT NULL,
	`what` enum('answered','reminded','withdrawn') NOT NULL,
	`text` varchar(500) NOT NULL DEFAULT '',
	`ends` int,
	`made_by` int NOT NULL,
	`made_at` bigint NOT NULL,
	CONSTRAINT `question_event_id` PRIMARY KEY(`id`),
	CONSTRAINT `question_event_ends_unique` UNIQUE(`ends`)
);
--> statement-breakpoint
CREATE TABLE `pattern` (
	`id` int AUTO_INCREMENT NOT NULL,
	`code` varchar(32) NOT NULL,
	`name` varchar(120) NOT NULL,
	`days` smallint NOT NULL,
	`flexible` boolean NOT NULL DEFAULT false,
	CONSTRAINT `pattern_id` PRIMARY KEY(`id`),
	CONSTRAINT `pattern_code_unique` UNIQUE(`code`)
);
--> statement-breakpoint
CREATE TABLE `pattern_day` (
	`pattern_id` int NOT NULL,
	`nth` smallint NOT NULL,
	`starts_seconds` int NOT NULL,
	`ends_seconds` int NOT NULL,
	`work_seconds` int,
	`job_id` int,
	CONSTRAINT `pattern_day_pattern_id_nth_starts_seconds_pk` PRIMARY KEY(`pattern_id`,`nth`,`starts_seconds`)
);
--> statement-breakpoint
CREATE TABLE `batch` (
	`id` int AUTO_INCREMENT NOT NULL,
	`number` int,
	`kind` enum('regular','difference','waived') NOT NULL,
	`period_id` int NOT NULL,
	`mapping_id` int,
	`people` int NOT NULL,
	`lines` int NOT NULL,
	`payable_hours` bigint NOT NULL,
	`premium_hours` bigint NOT NULL,
	`content` char(64),
	`overrides` longtext,
	`made_by` int NOT NULL,
	`made_at` bigint NOT NULL,
	`ended` enum('reopened','void'),
	`ended_reason` varchar(500),
	`ended_by` int,
	`ended_at` bigint,
	CONSTRAINT `batch_id` PRIMARY KEY(`id`),
	CONSTRAINT `batch_number_unique` UNIQUE(`number`),
	CONSTRAINT `batch_content_unique` UNIQUE(`content`)
);
--> statement-breakpoint
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
	`sum` varchar(120) NOT NULL,
	`lines` int NOT NULL,
	`people` int NOT NULL,
	`hours` bigint NOT NULL,
	CONSTRAINT `batch_code_batch_id_code_sum_pk` PRIMARY KEY(`batch_id`,`code`,`sum`)
);
--> statement-breakpoint
CREATE TABLE `batch_file` (
	`batch_id` int NOT NULL,
	`layout` longtext NOT NULL,
	`name` varchar(120) NOT NULL,
	`lines` int NOT NULL,
	`lines_of_batch` int NOT NULL DEFAULT 0,
	`bytes` bigint NOT NULL,
	`sha256` char(64) NOT NULL,
	CONSTRAINT `batch_file_batch_id` PRIMARY KEY(`batch_id`)
);
--> statement-breakpoint
CREATE TABLE `batch_line` (
	`batch_id` int NOT NULL,
	`seq` int NOT NULL,
	`person_id` int NOT NULL,
	`person_number` varchar(32) NOT NULL,
	`workday` date NOT NULL,
	`code` varchar(16) NOT NULL,
	`class_id` varchar(120) NOT NULL,
	`multiplier` double,
	`rule` varchar(120),
	`job` varchar(32),
	`department` varchar(32),
	`site` varchar(32),
	`cost_center` varchar(32),
	`seconds` int NOT NULL,
	`hours` int NOT NULL,
	`corrects_id` int,
	CONSTRAINT `batch_line_batch_id_seq_pk` PRIMARY KEY(`batch_id`,`seq`)
);
--> statement-breakpoint
CREATE TABLE `day_lock` (
	`id` int AUTO_INCREMENT NOT NULL,
	`until` date,
	`reason` varchar(300) NOT NULL,
	`made_by` int NOT NULL,
	`made_at` bigint NOT NULL,
	CONSTRAINT `day_lock_id` PRIMARY KEY(`id`)
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
CREATE TABLE `delivery` (
	`id` int AUTO_INCREMENT NOT NULL,
	`batch_id` int NOT NULL,
	`key` char(32) NOT NULL,
	`only_lines` longtext,
	`sha256` char(64) NOT NULL,
	`status` enum('waiting','accepted','in part','refused','gave up','in doubt','not taken') NOT NULL,
	`under_way` int GENERATED ALWAYS AS (IF(status IN ('waiting', 'in doubt'), batch_id, NULL)) STORED,
	`unanswered_since` bigint,
	`doubt` longtext,
	`answer` varchar(500),
	`made_by` int NOT NULL,
	`made_at` bigint NOT NULL,
	`answered_at` bigint,
	CONSTRAINT `delivery_id` PRIMARY KEY(`id`),
	CONSTRAINT `delivery_key_unique` UNIQUE(`key`),
	CONSTRAINT `delivery_under_way_unique` UNIQUE(`under_way`)
);
--> statement-breakpoint
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
CREATE TABLE `difference` (
	`period_id` int NOT NULL,
	`person_id` int NOT NULL,
	`version` int NOT NULL,
	`lines` longtext NOT NULL,
	`line_count` int NOT NULL,
	`payable_hours` int NOT NULL,
	`decided` enum('carry','approve'),
	CONSTRAINT `difference_period_id_person_id_pk` PRIMARY KEY(`period_id`,`person_id`)
);
--> statement-breakpoint
CREATE TABLE `flat_amount` (
	`id` int AUTO_INCREMENT NOT NULL,
	`period_id` int NOT NULL,
	`person_id` int NOT NULL,
	`workday` date NOT NULL,
	`name` varchar(60) NOT NULL,
	`amount` int NOT NULL,
	`job_id` int,
	`note` varchar(300) NOT NULL DEFAULT '',
	`undoes` int,
	`made_by` int NOT NULL,
	`made_at` bigint NOT NULL,
	CONSTRAINT `flat_amount_id` PRIMARY KEY(`id`),
	CONSTRAINT `flat_amount_undoes_unique` UNIQUE(`undoes`)
);
--> statement-breakpoint
CREATE TABLE `known_person` (
	`number` varchar(32) NOT NULL,
	`name` varchar(120) NOT NULL DEFAULT '',
	`codes` longtext,
	CONSTRAINT `known_person_number` PRIMARY KEY(`number`)
);
--> statement-breakpoint
CREATE TABLE `layout` (
	`id` int AUTO_INCREMENT NOT NULL,
	`code` varchar(32) NOT NULL,
	`says` longtext NOT NULL,
	`is_in_use` boolean NOT NULL DEFAULT false,
	`used` int GENERATED ALWAYS AS (IF(is_in_use, 1, NULL)) VIRTUAL,
	`version` int NOT NULL DEFAULT 1,
	CONSTRAINT `layout_id` PRIMARY KEY(`id`),
	CONSTRAINT `layout_code_unique` UNIQUE(`code`),
	CONSTRAINT `layout_used_unique` UNIQUE(`used`)
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
CREATE TABLE `pay_code` (
	`id` int AUTO_INCREMENT NOT NULL,
	`code` varchar(16) NOT NULL,
	`name` varchar(120) NOT NULL,
	`kind` enum('hours','premium','leave','guarantee','adjustment','amount') NOT NULL DEFAULT 'hours',
	`multiplier` double,
	`account` varchar(32),
	`first_day` date,
	`last_day` date,
	CONSTRAINT `pay_code_id` PRIMARY KEY(`id`),
	CONSTRAINT `pay_code_code_unique` UNIQUE(`code`)
);
--> statement-breakpoint
CREATE TABLE `pay_rate` (
	`person_id` int NOT NULL,
	`job_type` varchar(32) NOT NULL DEFAULT '',
	`first_day` date NOT NULL,
	`rate` bigint NOT NULL,
	CONSTRAINT `pay_rate_person_id_job_type_first_day_pk` PRIMARY KEY(`person_id`,`job_type`,`first_day`)
);
--> statement-breakpoint
CREATE TABLE `refused_line` (
	`delivery_id` int NOT NULL,
	`line` int NOT NULL,
	`reason` varchar(200) NOT NULL,
	CONSTRAINT `refused_line_delivery_id_line_pk` PRIMARY KEY(`delivery_id`,`line`)
);
--> statement-breakpoint
CREATE TABLE `seal` (
	`period_id` int NOT NULL,
	`group_id` int NOT NULL,
	`batch_id` int NOT NULL,
	`made_by` int NOT NULL,
	`made_at` bigint NOT NULL,
	CONSTRAINT `seal_period_id_group_id_pk` PRIMARY KEY(`period_id`,`group_id`)
);
--> statement-breakpoint
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
CREATE TABLE `assignment` (
	`person_id` int NOT NULL,
	`first_day` date NOT NULL,
	`group_id` int NOT NULL,
	`department_id` int NOT NULL,
	`site_id` int NOT NULL,
	`cost_center_id` int,
	`pattern_id` int,
	`pattern_from` date,
	`rulebook_id` int,
	`supervisor_id` int,
	CONSTRAINT `assignment_person_id_first_day_pk` PRIMARY KEY(`person_id`,`first_day`)
);
--> statement-breakpoint
CREATE TABLE `assignment_job` (
	`person_id` int NOT NULL,
	`first_day` date NOT NULL,
	`job_id` int NOT NULL,
	CONSTRAINT `assignment_job_person_id_first_day_job_id_pk` PRIMARY KEY(`person_id`,`first_day`,`job_id`)
);
--> statement-breakpoint
CREATE TABLE `badge` (
	`id` int AUTO_INCREMENT NOT NULL,
	`code` varchar(32) NOT NULL,
	CONSTRAINT `badge_id` PRIMARY KEY(`id`),
	CONSTRAINT `badge_code_unique` UNIQUE(`code`)
);
--> statement-breakpoint
CREATE TABLE `badge_owner` (
	`badge_id` int NOT NULL,
	`first_day` date NOT NULL,
	`person_id` int,
	CONSTRAINT `badge_owner_badge_id_first_day_pk` PRIMARY KEY(`badge_id`,`first_day`)
);
--> statement-breakpoint
CREATE TABLE `group_schedule` (
	`group_id` int NOT NULL,
	`first_day` date NOT NULL,
	`schedule_id` int NOT NULL,
	CONSTRAINT `group_schedule_group_id_first_day_pk` PRIMARY KEY(`group_id`,`first_day`)
);
--> statement-breakpoint
CREATE TABLE `pay_group` (
	`id` int AUTO_INCREMENT NOT NULL,
	`code` varchar(32) NOT NULL,
	`name` varchar(120) NOT NULL,
	`rulebook_id` int NOT NULL,
	`calendar_id` int,
	`approvals` smallint NOT NULL DEFAULT 1,
	CONSTRAINT `pay_group_id` PRIMARY KEY(`id`),
	CONSTRAINT `pay_group_code_unique` UNIQUE(`code`),
	CONSTRAINT `pay_group_name_unique` UNIQUE(`name`)
);
--> statement-breakpoint
CREATE TABLE `period` (
	`id` int AUTO_INCREMENT NOT NULL,
	`schedule_id` int NOT NULL,
	`first_day` date NOT NULL,
	`last_day` date NOT NULL,
	`pay_day` date,
	CONSTRAINT `period_id` PRIMARY KEY(`id`),
	CONSTRAINT `period_first_day` UNIQUE(`schedule_id`,`first_day`),
	CONSTRAINT `period_days` CHECK(first_day <= last_day)
);
--> statement-breakpoint
CREATE TABLE `person` (
	`id` int AUTO_INCREMENT NOT NULL,
	`number` varchar(32) NOT NULL,
	`name` varchar(120) NOT NULL,
	`first_day` date NOT NULL,
	`last_day` date,
	CONSTRAINT `person_id` PRIMARY KEY(`id`),
	CONSTRAINT `person_number_unique` UNIQUE(`number`),
	CONSTRAINT `person_days` CHECK(last_day IS NULL OR first_day <= last_day)
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
	`scheme` longtext,
	CONSTRAINT `schedule_id` PRIMARY KEY(`id`),
	CONSTRAINT `schedule_name_unique` UNIQUE(`name`)
);
--> statement-breakpoint
CREATE TABLE `calendar` (
	`id` int AUTO_INCREMENT NOT NULL,
	`code` varchar(32) NOT NULL,
	`name` varchar(120) NOT NULL,
	CONSTRAINT `calendar_id` PRIMARY KEY(`id`),
	CONSTRAINT `calendar_code_unique` UNIQUE(`code`),
	CONSTRAINT `calendar_name_unique` UNIQUE(`name`)
);
--> statement-breakpoint
CREATE TABLE `calendar_day` (
	`calendar_id` int NOT NULL,
	`day` date NOT NULL,
	`kind` enum('holiday','rest day','closed') NOT NULL,
	`name` varchar(120) NOT NULL,
	CONSTRAINT `calendar_day_calendar_id_day_kind_pk` PRIMARY KEY(`calendar_id`,`day`,`kind`)
);
--> statement-breakpoint
CREATE TABLE `cost_center` (
	`id` int AUTO_INCREMENT NOT NULL,
	`code` varchar(32) NOT NULL,
	`name` varchar(120) NOT NULL,
	`short_name` varchar(12) NOT NULL,
	`first_day` date,
	`last_day` date,
	CONSTRAINT `cost_center_id` PRIMARY KEY(`id`),
	CONSTRAINT `cost_center_code_unique` UNIQUE(`code`),
	CONSTRAINT `cost_center_name_unique` UNIQUE(`name`)
);
--> statement-breakpoint
CREATE TABLE `department` (
	`id` int AUTO_INCREMENT NOT NULL,
	`code` varchar(32) NOT NULL,
	`name` varchar(120) NOT NULL,
	`short_name` varchar(12) NOT NULL,
	`first_day` date,
	`last_day` date,
	CONSTRAINT `department_id` PRIMARY KEY(`id`),
	CONSTRAINT `department_code_unique` UNIQUE(`code`),
	CONSTRAINT `department_name_unique` UNIQUE(`name`)
);
--> statement-breakpoint
CREATE TABLE `job` (
	`id` int AUTO_INCREMENT NOT NULL,
	`code` varchar(32) NOT NULL,
	`name` varchar(120) NOT NULL,
	`short_name` varchar(12) NOT NULL,
	`first_day` date,
	`last_day` date,
	`type` varchar(32),
	CONSTRAINT `job_id` PRIMARY KEY(`id`),
	CONSTRAINT `job_code_unique` UNIQUE(`code`),
	CONSTRAINT `job_name_unique` UNIQUE(`name`)
);
--> statement-breakpoint
CREATE TABLE `site` (
	`id` int AUTO_INCREMENT NOT NULL,
	`code` varchar(32) NOT NULL,
	`name` varchar(120) NOT NULL,
	`short_name` varchar(12) NOT NULL,
	`first_day` date,
	`last_day` date,
	`zone` varchar(64) NOT NULL,
	`latitude` double,
	`longitude` double,
	`calendar_id` int,
	CONSTRAINT `site_id` PRIMARY KEY(`id`),
	CONSTRAINT `site_code_unique` UNIQUE(`code`),
	CONSTRAINT `site_name_unique` UNIQUE(`name`)
);
--> statement-breakpoint
CREATE TABLE `leave_balance` (
	`person_id` int NOT NULL,
	`leave_kind_id` int NOT NULL,
	`as_of` date NOT NULL,
	`seconds` int NOT NULL,
	CONSTRAINT `leave_balance_person_id_leave_kind_id_as_of_pk` PRIMARY KEY(`person_id`,`leave_kind_id`,`as_of`)
);
--> statement-breakpoint
CREATE TABLE `leave_entry` (
	`id` int AUTO_INCREMENT NOT NULL,
	`person_id` int NOT NULL,
	`workday` date NOT NULL,
	`kind` enum('leave','adjustment') NOT NULL,
	`leave_kind_id` int NOT NULL,
	`seconds` int NOT NULL,
	`reason` varchar(500) NOT NULL,
	`undoes` int,
	`made_by` int,
	`made_at` bigint NOT NULL,
	CONSTRAINT `leave_entry_id` PRIMARY KEY(`id`),
	CONSTRAINT `leave_entry_undoes_unique` UNIQUE(`undoes`)
);
--> statement-breakpoint
CREATE TABLE `leave_kind` (
	`id` int AUTO_INCREMENT NOT NULL,
	`code` varchar(80) NOT NULL,
	`name` varchar(120) NOT NULL,
	CONSTRAINT `leave_kind_id` PRIMARY KEY(`id`),
	CONSTRAINT `leave_kind_code_unique` UNIQUE(`code`),
	CONSTRAINT `leave_kind_name_unique` UNIQUE(`name`)
);
--> statement-breakpoint
CREATE TABLE `plan` (
	`person_id` int NOT NULL,
	`starts_at` bigint NOT NULL,
	`ends_at` bigint NOT NULL,
	`workday` date NOT NULL,
	`job_id` int,
	`department_id` int,
	`work_seconds` int,
	`origin` enum('pattern','by hand','file') NOT NULL,
	`pattern_id` int,
	`set_by` int,
	CONSTRAINT `plan_person_id_starts_at_pk` PRIMARY KEY(`person_id`,`starts_at`)
);
--> statement-breakpoint
CREATE TABLE `bulk` (
	`id` int AUTO_INCREMENT NOT NULL,
	`undoes` int,
	`what` varchar(200) NOT NULL,
	`made_by` int NOT NULL,
	`made_at` bigint NOT NULL,
	CONSTRAINT `bulk_id` PRIMARY KEY(`id`),
	CONSTRAINT `bulk_undoes_unique` UNIQUE(`undoes`)
);
--> statement-breakpoint
CREATE TABLE `correction` (
	`id` int AUTO_INCREMENT NOT NULL,
	`person_id` int NOT NULL,
	`kind` varchar(32) NOT NULL,
	`says` longtext NOT NULL,
	`punch_id` int GENERATED ALWAYS AS (JSON_VALUE(says, '$.punch')) STORED,
	`at` bigint GENERATED ALWAYS AS (JSON_VALUE(says, '$.at')) STORED,
	`undoes` int GENERATED ALWAYS AS (JSON_VALUE(says, '$.undoes')) STORED,
	`workday` date NOT NULL,
	`first_day` date,
	`last_day` date,
	`settles` varchar(200),
	`turn` smallint NOT NULL DEFAULT 0,
	`bulk_id` int,
	`period_id` int NOT NULL,
	`note` varchar(500) NOT NULL,
	`payable_before` int NOT NULL,
	`payable_after` int NOT NULL,
	`made_by` int NOT NULL,
	`made_at` bigint NOT NULL,
	CONSTRAINT `correction_id` PRIMARY KEY(`id`),
	CONSTRAINT `correction_undoes` UNIQUE(`undoes`),
	CONSTRAINT `correction_settles` UNIQUE(`person_id`,`settles`,`turn`),
	CONSTRAINT `correction_days` CHECK(first_day <= last_day)
);
--> statement-breakpoint
CREATE TABLE `device` (
	`id` int AUTO_INCREMENT NOT NULL,
	`code` varchar(32) NOT NULL,
	`name` varchar(120) NOT NULL,
	`site_id` int NOT NULL,
	CONSTRAINT `device_id` PRIMARY KEY(`id`),
	CONSTRAINT `device_code_unique` UNIQUE(`code`)
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
	`unowned` int NOT NULL DEFAULT 0,
	`outside` int NOT NULL DEFAULT 0,
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
CREATE TABLE `punch` (
	`badge_id` int NOT NULL,
	`at` bigint NOT NULL,
	`kind` enum('in','out','meal-out','meal-in','break-out','break-in','job-change','undirected') NOT NULL,
	`id` int AUTO_INCREMENT NOT NULL,
	`site_id` int NOT NULL,
	`job_id` int,
	`department_id` int,
	`source_id` int NOT NULL,
	`line` int,
	`place` varchar(120),
	`latitude` double,
	`longitude` double,
	`note` varchar(500),
	CONSTRAINT `punch_badge_id_at_kind_pk` PRIMARY KEY(`badge_id`,`at`,`kind`),
	CONSTRAINT `punch_id_unique` UNIQUE(`id`)
);
--> statement-breakpoint
CREATE TABLE `punch_source` (
	`id` int AUTO_INCREMENT NOT NULL,
	`kind` enum('file','device','by hand') NOT NULL,
	`import_id` int,
	`device_id` int,
	`user_id` int,
	CONSTRAINT `punch_source_id` PRIMARY KEY(`id`),
	CONSTRAINT `punch_source_import_id_unique` UNIQUE(`import_id`),
	CONSTRAINT `punch_source_device_id_unique` UNIQUE(`device_id`),
	CONSTRAINT `punch_source_user_id_unique` UNIQUE(`user_id`),
	CONSTRAINT `punch_source_is_one` CHECK((import_id IS NOT NULL) = (kind = 'file') AND (device_id IS NOT NULL) = (kind = 'device') AND (user_id IS NOT NULL) = (kind = 'by hand'))
);
--> statement-breakpoint
CREATE TABLE `reason` (
	`id` int AUTO_INCREMENT NOT NULL,
	`text` varchar(120) NOT NULL,
	`made_by` int NOT NULL,
	`made_at` bigint NOT NULL,
	CONSTRAINT `reason_id` PRIMARY KEY(`id`),
	CONSTRAINT `reason_text_unique` UNIQUE(`text`)
);
--> statement-breakpoint
CREATE TABLE `task` (
	`id` int AUTO_INCREMENT NOT NULL,
	`kind` enum('import','recompute','deliver') NOT NULL,
	`subject_id` int NOT NULL,
	`status` enum('waiting','running','done','failed','canceled') NOT NULL,
	`waiting_for` int GENERATED ALWAYS AS (IF(status = 'waiting' AND kind = 'recompute', subject_id, NULL)) STORED,
	`done` bigint NOT NULL DEFAULT 0,
	`total` bigint NOT NULL DEFAULT 0,
	`claim` varchar(64),
	`claimed_by` varchar(120),
	`lease_until` bigint NOT NULL DEFAULT 0,
	`attempts` int NOT NULL DEFAULT 0,
	`not_before` bigint NOT NULL DEFAULT 0,
	`error` varchar(500),
	CONSTRAINT `task_id` PRIMARY KEY(`id`),
	CONSTRAINT `task_waiting_for_unique` UNIQUE(`waiting_for`)
);
--> statement-breakpoint
CREATE TABLE `answered_write` (
	`user_id` int NOT NULL,
	`key` varchar(64) NOT NULL,
	`about` char(64) NOT NULL,
	`result` longtext NOT NULL,
	`answered_at` bigint NOT NULL,
	CONSTRAINT `answered_write_user_id_key_pk` PRIMARY KEY(`user_id`,`key`)
);
--> statement-breakpoint
CREATE TABLE `audit_event` (
	`id` int AUTO_INCREMENT NOT NULL,
	`at` bigint NOT NULL,
	`user_id` int,
	`what` varchar(40) NOT NULL,
	`about` varchar(32) NOT NULL,
	`about_id` int NOT NULL,
	`before` longtext,
	`after` longtext,
	`is_own_pay` boolean NOT NULL DEFAULT false,
	CONSTRAINT `audit_event_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `known_sign_in` (
	`user_id` int NOT NULL,
	`address` varchar(64) NOT NULL,
	`until` bigint NOT NULL,
	CONSTRAINT `known_sign_in_user_id_address_pk` PRIMARY KEY(`user_id`,`address`)
);
--> statement-breakpoint
CREATE TABLE `saved_search` (
	`id` int AUTO_INCREMENT NOT NULL,
	`user_id` int NOT NULL,
	`name` varchar(80) NOT NULL,
	`search` longtext NOT NULL,
	CONSTRAINT `saved_search_id` PRIMARY KEY(`id`),
	CONSTRAINT `saved_search_name` UNIQUE(`user_id`,`name`)
);
--> statement-breakpoint
CREATE TABLE `session` (
	`sid` varchar(128) NOT NULL,
	`user_id` int,
	`data` longtext NOT NULL,
	`agent` varchar(255) NOT NULL DEFAULT '',
	`started_at` bigint NOT NULL DEFAULT 0,
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
CREATE TABLE `user` (
	`id` int AUTO_INCREMENT NOT NULL,
	`username` varchar(64) NOT NULL,
	`name` varchar(120) NOT NULL,
	`password_hash` varchar(255) NOT NULL,
	`password_is_given` boolean NOT NULL DEFAULT false,
	`person_id` int,
	`ended_at` bigint,
	CONSTRAINT `user_id` PRIMARY KEY(`id`),
	CONSTRAINT `user_username_unique` UNIQUE(`username`),
	CONSTRAINT `user_person_id_unique` UNIQUE(`person_id`)
);
--> statement-breakpoint
CREATE TABLE `user_reach` (
	`id` int AUTO_INCREMENT NOT NULL,
	`user_id` int NOT NULL,
	`kind` enum('all','group','site','department','reports','self') NOT NULL,
	`group_id` int,
	`site_id` int,
	`department_id` int,
	`of` int GENERATED ALWAYS AS (COALESCE(group_id, site_id, department_id, 0)) VIRTUAL,
	CONSTRAINT `user_reach_id` PRIMARY KEY(`id`),
	CONSTRAINT `user_reach_once` UNIQUE(`user_id`,`kind`,`of`),
	CONSTRAINT `user_reach_is_one` CHECK((group_id IS NOT NULL) = (kind = 'group') AND (site_id IS NOT NULL) = (kind = 'site') AND (department_id IS NOT NULL) = (kind = 'department'))
);
--> statement-breakpoint
CREATE TABLE `user_role` (
	`user_id` int NOT NULL,
	`role` enum('specialist','supervisor','person','auditor','administrator') NOT NULL,
	CONSTRAINT `user_role_user_id_role_pk` PRIMARY KEY(`user_id`,`role`)
);
--> statement-breakpoint
ALTER TABLE `approval` ADD CONSTRAINT `approval_undoes_approval_id_fk` FOREIGN KEY (`undoes`) REFERENCES `approval`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `approval` ADD CONSTRAINT `approval_made_by_user_id_fk` FOREIGN KEY (`made_by`) REFERENCES `user`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `approval` ADD CONSTRAINT `approval_card_fk` FOREIGN KEY (`period_id`,`person_id`) REFERENCES `card`(`period_id`,`person_id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `card` ADD CONSTRAINT `card_period_id_period_id_fk` FOREIGN KEY (`period_id`) REFERENCES `period`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `card` ADD CONSTRAINT `card_person_id_person_id_fk` FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `card` ADD CONSTRAINT `card_group_id_pay_group_id_fk` FOREIGN KEY (`group_id`) REFERENCES `pay_group`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `card` ADD CONSTRAINT `card_department_id_department_id_fk` FOREIGN KEY (`department_id`) REFERENCES `department`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `card` ADD CONSTRAINT `card_site_id_site_id_fk` FOREIGN KEY (`site_id`) REFERENCES `site`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `card` ADD CONSTRAINT `card_supervisor_id_person_id_fk` FOREIGN KEY (`supervisor_id`) REFERENCES `person`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `card_exception` ADD CONSTRAINT `card_exception_fk` FOREIGN KEY (`period_id`,`person_id`) REFERENCES `card`(`period_id`,`person_id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `card_result` ADD CONSTRAINT `card_result_fk` FOREIGN KEY (`period_id`,`person_id`) REFERENCES `card`(`period_id`,`person_id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `question` ADD CONSTRAINT `question_made_by_user_id_fk` FOREIGN KEY (`made_by`) REFERENCES `user`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `question` ADD CONSTRAINT `question_card_fk` FOREIGN KEY (`period_id`,`person_id`) REFERENCES `card`(`period_id`,`person_id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `question_event` ADD CONSTRAINT `question_event_question_id_question_id_fk` FOREIGN KEY (`question_id`) REFERENCES `question`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `question_event` ADD CONSTRAINT `question_event_made_by_user_id_fk` FOREIGN KEY (`made_by`) REFERENCES `user`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `pattern_day` ADD CONSTRAINT `pattern_day_pattern_id_pattern_id_fk` FOREIGN KEY (`pattern_id`) REFERENCES `pattern`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `pattern_day` ADD CONSTRAINT `pattern_day_job_id_job_id_fk` FOREIGN KEY (`job_id`) REFERENCES `job`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `batch` ADD CONSTRAINT `batch_period_id_period_id_fk` FOREIGN KEY (`period_id`) REFERENCES `period`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `batch` ADD CONSTRAINT `batch_mapping_id_mapping_id_fk` FOREIGN KEY (`mapping_id`) REFERENCES `mapping`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `batch` ADD CONSTRAINT `batch_made_by_user_id_fk` FOREIGN KEY (`made_by`) REFERENCES `user`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `batch` ADD CONSTRAINT `batch_ended_by_user_id_fk` FOREIGN KEY (`ended_by`) REFERENCES `user`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `batch_chunk` ADD CONSTRAINT `batch_chunk_batch_id_batch_file_batch_id_fk` FOREIGN KEY (`batch_id`) REFERENCES `batch_file`(`batch_id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `batch_code` ADD CONSTRAINT `batch_code_batch_id_batch_id_fk` FOREIGN KEY (`batch_id`) REFERENCES `batch`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `batch_file` ADD CONSTRAINT `batch_file_batch_id_batch_id_fk` FOREIGN KEY (`batch_id`) REFERENCES `batch`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `batch_line` ADD CONSTRAINT `batch_line_batch_id_batch_id_fk` FOREIGN KEY (`batch_id`) REFERENCES `batch`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `batch_line` ADD CONSTRAINT `batch_line_person_id_person_id_fk` FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `batch_line` ADD CONSTRAINT `batch_line_corrects_id_period_id_fk` FOREIGN KEY (`corrects_id`) REFERENCES `period`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `day_lock` ADD CONSTRAINT `day_lock_made_by_user_id_fk` FOREIGN KEY (`made_by`) REFERENCES `user`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `decision` ADD CONSTRAINT `decision_batch_id_batch_id_fk` FOREIGN KEY (`batch_id`) REFERENCES `batch`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `decision` ADD CONSTRAINT `decision_made_by_user_id_fk` FOREIGN KEY (`made_by`) REFERENCES `user`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `decision` ADD CONSTRAINT `decision_difference_fk` FOREIGN KEY (`period_id`,`person_id`) REFERENCES `difference`(`period_id`,`person_id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `delivery` ADD CONSTRAINT `delivery_batch_id_batch_id_fk` FOREIGN KEY (`batch_id`) REFERENCES `batch`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `delivery` ADD CONSTRAINT `delivery_made_by_user_id_fk` FOREIGN KEY (`made_by`) REFERENCES `user`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `delivery_statement` ADD CONSTRAINT `delivery_statement_delivery_id_delivery_id_fk` FOREIGN KEY (`delivery_id`) REFERENCES `delivery`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `delivery_statement` ADD CONSTRAINT `delivery_statement_made_by_user_id_fk` FOREIGN KEY (`made_by`) REFERENCES `user`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `difference` ADD CONSTRAINT `difference_card_fk` FOREIGN KEY (`period_id`,`person_id`) REFERENCES `card`(`period_id`,`person_id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `flat_amount` ADD CONSTRAINT `flat_amount_job_id_job_id_fk` FOREIGN KEY (`job_id`) REFERENCES `job`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `flat_amount` ADD CONSTRAINT `flat_amount_undoes_flat_amount_id_fk` FOREIGN KEY (`undoes`) REFERENCES `flat_amount`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `flat_amount` ADD CONSTRAINT `flat_amount_made_by_user_id_fk` FOREIGN KEY (`made_by`) REFERENCES `user`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `flat_amount` ADD CONSTRAINT `flat_amount_of_card` FOREIGN KEY (`period_id`,`person_id`) REFERENCES `card`(`period_id`,`person_id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `mapping` ADD CONSTRAINT `mapping_made_by_user_id_fk` FOREIGN KEY (`made_by`) REFERENCES `user`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `pay_rate` ADD CONSTRAINT `pay_rate_person_id_person_id_fk` FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `refused_line` ADD CONSTRAINT `refused_line_delivery_id_delivery_id_fk` FOREIGN KEY (`delivery_id`) REFERENCES `delivery`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `seal` ADD CONSTRAINT `seal_period_id_period_id_fk` FOREIGN KEY (`period_id`) REFERENCES `period`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `seal` ADD CONSTRAINT `seal_group_id_pay_group_id_fk` FOREIGN KEY (`group_id`) REFERENCES `pay_group`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `seal` ADD CONSTRAINT `seal_batch_id_batch_id_fk` FOREIGN KEY (`batch_id`) REFERENCES `batch`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `seal` ADD CONSTRAINT `seal_made_by_user_id_fk` FOREIGN KEY (`made_by`) REFERENCES `user`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `taken_out_line` ADD CONSTRAINT `taken_out_line_made_by_user_id_fk` FOREIGN KEY (`made_by`) REFERENCES `user`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `taken_out_line` ADD CONSTRAINT `taken_out_line_of_batch` FOREIGN KEY (`batch_id`,`seq`) REFERENCES `batch_line`(`batch_id`,`seq`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `unmatched_handoff` ADD CONSTRAINT `unmatched_handoff_ended_by_user_id_fk` FOREIGN KEY (`ended_by`) REFERENCES `user`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `assignment` ADD CONSTRAINT `assignment_person_id_person_id_fk` FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `assignment` ADD CONSTRAINT `assignment_group_id_pay_group_id_fk` FOREIGN KEY (`group_id`) REFERENCES `pay_group`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `assignment` ADD CONSTRAINT `assignment_department_id_department_id_fk` FOREIGN KEY (`department_id`) REFERENCES `department`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `assignment` ADD CONSTRAINT `assignment_site_id_site_id_fk` FOREIGN KEY (`site_id`) REFERENCES `site`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `assignment` ADD CONSTRAINT `assignment_cost_center_id_cost_center_id_fk` FOREIGN KEY (`cost_center_id`) REFERENCES `cost_center`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `assignment` ADD CONSTRAINT `assignment_pattern_id_pattern_id_fk` FOREIGN KEY (`pattern_id`) REFERENCES `pattern`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `assignment` ADD CONSTRAINT `assignment_rulebook_id_rulebook_id_fk` FOREIGN KEY (`rulebook_id`) REFERENCES `rulebook`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `assignment` ADD CONSTRAINT `assignment_supervisor_id_person_id_fk` FOREIGN KEY (`supervisor_id`) REFERENCES `person`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `assignment_job` ADD CONSTRAINT `assignment_job_job_id_job_id_fk` FOREIGN KEY (`job_id`) REFERENCES `job`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `assignment_job` ADD CONSTRAINT `assignment_job_assignment_fk` FOREIGN KEY (`person_id`,`first_day`) REFERENCES `assignment`(`person_id`,`first_day`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `badge_owner` ADD CONSTRAINT `badge_owner_badge_id_badge_id_fk` FOREIGN KEY (`badge_id`) REFERENCES `badge`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `badge_owner` ADD CONSTRAINT `badge_owner_person_id_person_id_fk` FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `group_schedule` ADD CONSTRAINT `group_schedule_group_id_pay_group_id_fk` FOREIGN KEY (`group_id`) REFERENCES `pay_group`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `group_schedule` ADD CONSTRAINT `group_schedule_schedule_id_schedule_id_fk` FOREIGN KEY (`schedule_id`) REFERENCES `schedule`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `pay_group` ADD CONSTRAINT `pay_group_rulebook_id_rulebook_id_fk` FOREIGN KEY (`rulebook_id`) REFERENCES `rulebook`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `pay_group` ADD CONSTRAINT `pay_group_calendar_id_calendar_id_fk` FOREIGN KEY (`calendar_id`) REFERENCES `calendar`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `period` ADD CONSTRAINT `period_schedule_id_schedule_id_fk` FOREIGN KEY (`schedule_id`) REFERENCES `schedule`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `rulebook_edition` ADD CONSTRAINT `rulebook_edition_rulebook_id_rulebook_id_fk` FOREIGN KEY (`rulebook_id`) REFERENCES `rulebook`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `calendar_day` ADD CONSTRAINT `calendar_day_calendar_id_calendar_id_fk` FOREIGN KEY (`calendar_id`) REFERENCES `calendar`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `site` ADD CONSTRAINT `site_calendar_id_calendar_id_fk` FOREIGN KEY (`calendar_id`) REFERENCES `calendar`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `leave_balance` ADD CONSTRAINT `leave_balance_person_id_person_id_fk` FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `leave_balance` ADD CONSTRAINT `leave_balance_leave_kind_id_leave_kind_id_fk` FOREIGN KEY (`leave_kind_id`) REFERENCES `leave_kind`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `leave_entry` ADD CONSTRAINT `leave_entry_person_id_person_id_fk` FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `leave_entry` ADD CONSTRAINT `leave_entry_leave_kind_id_leave_kind_id_fk` FOREIGN KEY (`leave_kind_id`) REFERENCES `leave_kind`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `leave_entry` ADD CONSTRAINT `leave_entry_undoes_leave_entry_id_fk` FOREIGN KEY (`undoes`) REFERENCES `leave_entry`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `leave_entry` ADD CONSTRAINT `leave_entry_made_by_user_id_fk` FOREIGN KEY (`made_by`) REFERENCES `user`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `plan` ADD CONSTRAINT `plan_person_id_person_id_fk` FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `plan` ADD CONSTRAINT `plan_job_id_job_id_fk` FOREIGN KEY (`job_id`) REFERENCES `job`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `plan` ADD CONSTRAINT `plan_department_id_department_id_fk` FOREIGN KEY (`department_id`) REFERENCES `department`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `plan` ADD CONSTRAINT `plan_pattern_id_pattern_id_fk` FOREIGN KEY (`pattern_id`) REFERENCES `pattern`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `plan` ADD CONSTRAINT `plan_set_by_user_id_fk` FOREIGN KEY (`set_by`) REFERENCES `user`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `bulk` ADD CONSTRAINT `bulk_undoes_bulk_id_fk` FOREIGN KEY (`undoes`) REFERENCES `bulk`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `bulk` ADD CONSTRAINT `bulk_made_by_user_id_fk` FOREIGN KEY (`made_by`) REFERENCES `user`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `correction` ADD CONSTRAINT `correction_person_id_person_id_fk` FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `correction` ADD CONSTRAINT `correction_punch_id_punch_id_fk` FOREIGN KEY (`punch_id`) REFERENCES `punch`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `correction` ADD CONSTRAINT `correction_undoes_correction_id_fk` FOREIGN KEY (`undoes`) REFERENCES `correction`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `correction` ADD CONSTRAINT `correction_bulk_id_bulk_id_fk` FOREIGN KEY (`bulk_id`) REFERENCES `bulk`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `correction` ADD CONSTRAINT `correction_period_id_period_id_fk` FOREIGN KEY (`period_id`) REFERENCES `period`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `correction` ADD CONSTRAINT `correction_made_by_user_id_fk` FOREIGN KEY (`made_by`) REFERENCES `user`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `device` ADD CONSTRAINT `device_site_id_site_id_fk` FOREIGN KEY (`site_id`) REFERENCES `site`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `import_chunk` ADD CONSTRAINT `import_chunk_import_id_import_file_id_fk` FOREIGN KEY (`import_id`) REFERENCES `import_file`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `import_file` ADD CONSTRAINT `import_file_made_by_user_id_fk` FOREIGN KEY (`made_by`) REFERENCES `user`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `import_refusal` ADD CONSTRAINT `import_refusal_import_id_import_file_id_fk` FOREIGN KEY (`import_id`) REFERENCES `import_file`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `punch_source` ADD CONSTRAINT `punch_source_import_id_import_file_id_fk` FOREIGN KEY (`import_id`) REFERENCES `import_file`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `punch_source` ADD CONSTRAINT `punch_source_device_id_device_id_fk` FOREIGN KEY (`device_id`) REFERENCES `device`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `punch_source` ADD CONSTRAINT `punch_source_user_id_user_id_fk` FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `reason` ADD CONSTRAINT `reason_made_by_user_id_fk` FOREIGN KEY (`made_by`) REFERENCES `user`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `answered_write` ADD CONSTRAINT `answered_write_user_id_user_id_fk` FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `audit_event` ADD CONSTRAINT `audit_event_user_id_user_id_fk` FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `known_sign_in` ADD CONSTRAINT `known_sign_in_user_id_user_id_fk` FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `saved_search` ADD CONSTRAINT `saved_search_user_id_user_id_fk` FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `session` ADD CONSTRAINT `session_user_id_user_id_fk` FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `user` ADD CONSTRAINT `user_person_id_person_id_fk` FOREIGN KEY (`person_id`) REFERENCES `person`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `user_reach` ADD CONSTRAINT `user_reach_user_id_user_id_fk` FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `user_reach` ADD CONSTRAINT `user_reach_group_id_pay_group_id_fk` FOREIGN KEY (`group_id`) REFERENCES `pay_group`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `user_reach` ADD CONSTRAINT `user_reach_site_id_site_id_fk` FOREIGN KEY (`site_id`) REFERENCES `site`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `user_reach` ADD CONSTRAINT `user_reach_department_id_department_id_fk` FOREIGN KEY (`department_id`) REFERENCES `department`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `user_role` ADD CONSTRAINT `user_role_user_id_user_id_fk` FOREIGN KEY (`user_id`) REFERENCES `user`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `approval_card` ON `approval` (`period_id`,`person_id`);--> statement-breakpoint
CREATE INDEX `approval_day` ON `approval` (`period_id`,`workday`);--> statement-breakpoint
CREATE INDEX `card_person` ON `card` (`person_id`);--> statement-breakpoint
CREATE INDEX `card_exception_kind` ON `card_exception` (`period_id`,`kind`,`severity`,`workday`);--> statement-breakpoint
CREATE INDEX `question_card` ON `question` (`period_id`,`person_id`);--> statement-breakpoint
CREATE INDEX `question_event_of` ON `question_event` (`question_id`);--> statement-breakpoint
CREATE INDEX `batch_period` ON `batch` (`period_id`);--> statement-breakpoint
CREATE INDEX `batch_line_person` ON `batch_line` (`person_id`,`workday`);--> statement-breakpoint
CREATE INDEX `decision_of` ON `decision` (`period_id`,`person_id`);--> statement-breakpoint
CREATE INDEX `delivery_batch` ON `delivery` (`batch_id`);--> statement-breakpoint
CREATE INDEX `difference_listed` ON `difference` (`line_count`,`version`,`payable_hours`,`decided`);--> statement-breakpoint
CREATE INDEX `flat_amount_card` ON `flat_amount` (`period_id`,`person_id`);--> statement-breakpoint
CREATE INDEX `badge_owner_person` ON `badge_owner` (`person_id`);--> statement-breakpoint
CREATE INDEX `person_name` ON `person` (`name`,`number`);--> statement-breakpoint
CREATE INDEX `leave_entry_person` ON `leave_entry` (`person_id`,`workday`);--> statement-breakpoint
CREATE INDEX `plan_starts` ON `plan` (`starts_at`);--> statement-breakpoint
CREATE INDEX `plan_workday` ON `plan` (`workday`,`ends_at`,`job_id`);--> statement-breakpoint
CREATE INDEX `correction_person` ON `correction` (`person_id`);--> statement-breakpoint
CREATE INDEX `task_status` ON `task` (`status`);--> statement-breakpoint
CREATE INDEX `answered_write_at` ON `answered_write` (`answered_at`);--> statement-breakpoint
CREATE INDEX `audit_event_about` ON `audit_event` (`about`,`about_id`);--> statement-breakpoint
CREATE INDEX `session_user` ON `session` (`user_id`);