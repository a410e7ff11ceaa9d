const LAST_MS = Date.UTC(2199, 11, 31);

/** The instant that this device's clock shows, kept to those that a plan can hold, whatever the clock is set to. */
export const nowMs = () => Math.min(LAST_MS, Math.max(0, Date.now()));
