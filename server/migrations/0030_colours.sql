-- How much of a product's stock is mixed to which colour, in mL by colour; the rest is of a colour that nobody wrote down.
alter table product add column colours_ml jsonb not null default '{}';
