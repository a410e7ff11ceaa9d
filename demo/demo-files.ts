import type { Rig } from '../core/rig/rig';
import type { RigFile } from '../core/rig/rig-file';
import { RIG_FORMAT, RIG_VERSION } from '../core/rig/version';
import { piedWagtail, saltmarshSurvey } from './rigs';
import { saltmarshOctober, wagtailMarch } from './scenarios';
import { simulate } from './simulate';
import { plainCsv, workshopCsv } from './write-csv';

const rigFile = (rig: Rig): string =>
  `${JSON.stringify({ format: RIG_FORMAT, version: RIG_VERSION, rig, logs: [] } satisfies RigFile, null, 1)}\n`;

/** Name and content of every shipped demo file. index.json says which log belongs to which rig. */
export function demoFiles(): Record<string, string> {
  const index = [
    { rig: 'pied-wagtail.rig.json', logs: ['pied-wagtail-march.csv'] },
    { rig: 'saltmarsh-survey.rig.json', logs: ['saltmarsh-october.csv'] },
  ];
  return {
    'index.json': `${JSON.stringify(index, null, 1)}\n`,
    'pied-wagtail.rig.json': rigFile(piedWagtail),
    'pied-wagtail-march.csv': plainCsv(simulate(wagtailMarch)),
    'saltmarsh-survey.rig.json': rigFile(saltmarshSurvey),
    'saltmarsh-october.csv': workshopCsv(simulate(saltmarshOctober), saltmarshOctober.rig.place.timeZone),
  };
}
