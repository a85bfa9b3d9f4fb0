-- Until now nothing was sprayed in a client's room, whatever was chosen. From now on the choice counts there, so it is written
-- down as it was done: rolled.
update zone
   set options = jsonb_set(options, '{applicator}', '"roller"')
  from job
 where job.shop_id = zone.shop_id and job.id = zone.job_id and job.place = 'client'
   and zone.options ->> 'applicator' in ('turbine', 'airless');
