-- What was found wrong with a piece, and what became of it. Neither is ever changed: another answer is another row.
create table finding (
  id uuid primary key,
  shop_id uuid not null,
  job_id uuid not null,
  piece_id uuid not null,
  -- The step in whose work it shows; it may be gone by now.
  step_id uuid,
  side text not null check (side in ('front', 'back')),
  part text not null check (part in ('face', 'recess', 'edge')),
  x double precision not null check (x between 0 and 1),
  y double precision not null check (y between 0 and 1),
  defect text not null,
  severity text not null check (severity in ('slight', 'visible', 'serious')),
  note text not null default '',
  found_at timestamptz not null,
  member_id uuid,
  member_name text not null,
  logged_at timestamptz not null,
  unique (shop_id, id),
  foreign key (shop_id, job_id) references job (shop_id, id) on delete cascade,
  foreign key (shop_id, piece_id) references piece (shop_id, id) on delete cascade
);
create index finding_job on finding (job_id, found_at);
create index finding_piece on finding (piece_id);

create table finding_answer (
  id uuid primary key,
  shop_id uuid not null,
  finding_id uuid not null,
  answer text not null check (answer in ('cure', 'leave', 'accept', 'replace', 'withdraw')),
  cure text,
  cause text,
  reason text not null default '',
  -- Steps that a cure put in, in their order.
  step_ids uuid[] not null default '{}',
  at timestamptz not null,
  member_id uuid,
  member_name text not null,
  logged_at timestamptz not null,
  serial bigint generated always as identity,
  unique (shop_id, id),
  foreign key (shop_id, finding_id) references finding (shop_id, id) on delete cascade,
  check ((answer = 'cure') = (cure is not null))
);
create index finding_answer_finding on finding_answer (finding_id, serial);
