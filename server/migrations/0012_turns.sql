-- Which job has the shop before which, where somebody said so; others follow by the day they are needed.

alter table job add column turn integer;
