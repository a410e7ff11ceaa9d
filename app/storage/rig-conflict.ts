import type { StoredRigRow } from './database';

/** Somebody else, most likely another tab, has written this rig since it was read. */
export class RigConflict extends Error {
  constructor(readonly theirs: StoredRigRow | null) {
    super('the rig was changed elsewhere');
    this.name = 'RigConflict';
  }
}
