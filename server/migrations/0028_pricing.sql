-- How a job is priced where that is not what the shop does: extras, margin, tax, rounding, sending out.
alter table job add column pricing jsonb;
