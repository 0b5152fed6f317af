-- Finds the oldest changes of an owner who has made too many, and the last change of each thing in one scan.
create index box_changes_by_time on box_changes (owner_id, at);
