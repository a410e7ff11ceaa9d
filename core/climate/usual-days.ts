import { clearnessAt } from './clearness-days';
import { meanTrack, type SiteMonth } from './site-year';
import { type SkyDay, skyDay } from './sky-day';

const SHARES = Array.from({ length: 8 }, (_, k) => (k + 0.5) / 8);

/**
 * Eight days of a month from dull to clear, each as likely, whose mean clearness is the month's. One day of mean clearness would
 * be grey throughout: it hides what a tilted array makes of the clear days and what a controller cuts off.
 */
export function usualDays(site: SiteMonth): SkyDay[] {
  const track = meanTrack(site);
  const clearness = clearnessAt(site.clearness.value, site.fileDays, SHARES);
  const mean = clearness.reduce((sum, one) => sum + one, 0) / clearness.length;
  const evened = mean > 0 ? site.clearness.value / mean : 1;
  return clearness.map((one) => skyDay(track, one * evened));
}
