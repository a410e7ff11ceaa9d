import { formula } from '../formula/formula';

/**
 * What a fuse must be able to break: the current at its own terminals, with nothing behind it but the bank and the leads
 * between the two. A long cable behind the fuse does not count, since the short may lie right behind it.
 * @source  Ohm's law
 */
export const shortCircuitAtFuse = formula({
  id: 'conductors.short-circuit',
  says: 'short circuit at the fuse',
  unit: 'A',
  words: 'highest charging voltage ÷ (inside the bank + leads up to the fuse)',
  terms: {
    highestV: { says: 'highest charging voltage', unit: 'V' },
    bankOhm: { says: 'inside the bank, warm', unit: 'Ohm' },
    leadsOhm: { says: 'leads up to the fuse', unit: 'Ohm' },
  },
  compute: ({ highestV, bankOhm, leadsOhm }) => highestV / (bankOhm + leadsOhm),
  source: 'Ohm’s law at the terminals of the fuse',
  leavesOut: 'a battery’s own protection, which may open sooner and must not be counted on',
});
