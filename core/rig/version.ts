/** Of the rig file; raised with its schema, together with a lift of the stage concerned. */
export const RIG_VERSION = 12;
export const RIG_FORMAT = 'coulan-rig';
