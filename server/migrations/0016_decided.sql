ALTER TABLE `difference` ADD `decided` enum('carry','approve');--> statement-breakpoint
UPDATE `difference` AS d
  JOIN (SELECT MAX(`id`) AS `id` FROM `decision` GROUP BY `period_id`, `person_id`) AS last
  JOIN `decision` AS decided ON decided.`id` = last.`id` AND decided.`period_id` = d.`period_id` AND decided.`person_id` = d.`person_id`
   SET d.`decided` = decided.`what`
 WHERE decided.`what` IN ('carry', 'approve') AND decided.`version` = d.`version` AND d.`line_count` > 0;
