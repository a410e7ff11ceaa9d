import type { Chemistry } from '../cells/chemistry';
import { computed, entered, type Figure, type Sourced } from '../formula/figure';
import { formula } from '../formula/formula';
import { socAtVoltage } from '../cells/voltage-loop';

/** Where a load gives up, V a cell under load: lead still cranks, lithium is before its knee. Places to start from. */
export const END_CELL_V = { lead: 2, lithium: 3 } as const;

const toEndVoltage = formula({
  id: 'runtime.end-voltage',
  says: 'usable share',
  unit: 'Fraction',
  words: '1 − charge at which the voltage under this load has fallen to the end voltage',
  terms: {
    edgeFraction: { says: 'charge at the end voltage', unit: 'Fraction' },
    endV: { says: 'end voltage, at the posts', unit: 'V' },
    powerW: { says: 'power', unit: 'W' },
    ohm: { says: 'battery inside', unit: 'Ohm' },
  },
  compute: ({ edgeFraction }) => 1 - edgeFraction,
  source: 'end-voltage method: rested voltage by charge, less current × resistance',
  leavesOut: 'slow polarisation, by which the voltage sags more over hours',
});

/** A battery as its posts see it. */
export interface PostVoltage {
  chemistry: Chemistry;
  cells: number;
  /** Inside it, at its temperature. */
  ohm: Sourced;
}

/** Share of the capacity that can be used until the voltage under a steady load has fallen to endV; 0 where it is below it when full. */
export function usableToEndVoltage({ chemistry, cells, ohm }: PostVoltage, endV: number, powerW: Sourced): Figure {
  const edge = socAtVoltage({ chemistry, cells, ohm: ohm.value }, endV, powerW.value);
  return toEndVoltage.figure({
    edgeFraction: computed(edge, 'solved on the curve of rested voltage'),
    endV: entered(endV),
    powerW,
    ohm,
  });
}
