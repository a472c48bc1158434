-- A head signs an instructor out on every device: a tablet was lost.

ALTER TABLE academy_event
  MODIFY COLUMN action ENUM('exported', 'table-exported', 'imported', 'readings-imported', 'suspended', 'let-in',
                            'retention-set', 'invited', 'invitation-closed', 'consent-confirmed',
                            'signed-out') NOT NULL;
