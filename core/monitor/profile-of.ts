import { newProfile } from './fresh';
import type { MonitorPlan, Profile } from './plan';

/** The profile that the sheet shows: the first where the one that is named is gone. */
export const profileOf = ({ profiles, profileId }: Pick<MonitorPlan, 'profiles' | 'profileId'>): Profile =>
  profiles.find((profile) => profile.id === profileId) ?? profiles[0] ?? newProfile(profileId, '');
