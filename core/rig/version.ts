/** Of the rig file; raised with its schema, together with a step in lift.ts. */
export const RIG_VERSION = 4;
export const RIG_FORMAT = 'coulan-rig';
