-- Sums are kept by the currency they were booked in; '' is what was booked before one was named.
UPDATE `animals` SET `record` = json_set(
  json_remove(`record`, '$.bill'),
  '$.bills',
  json_object('', json_extract(`record`, '$.bill'))
) WHERE json_extract(`record`, '$.bill') IS NOT NULL;
