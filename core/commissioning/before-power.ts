import { asTyped } from '../quantity/format';
import type { FuseFigures } from '../wiring/circuit-figures';
import { isOfSheet } from '../wiring/fuse-sizes';
import { fuseText } from '../wiring/fuse-text';
import { type Part, partIdOf, type Stud } from '../wiring/part';
import type { Run } from '../wiring/run';
import type { StepContext } from './context';
import { crimpStepId, SECTION } from './found-good';
import { rest, rounded } from './rests';
import { runSectionText } from '../wiring/run-ohm';
import { besideRest, sectionRest } from './section-rest';
import type { Check, Step } from './step';
import { thingCalled } from './circuit-or-part';
import { torqueByStud } from './torque';

const plain = (...ids: string[]): Check[] => ids.map((id) => ({ id, name: '', nut: null }));
const bare = { name: '', fields: [], expected: [], rests: [] } as const;

/** What is looked at before anything is under voltage: tools, every cable of the cut list, every joint, every positive. */
export function beforePower(context: StepContext): Step[] {
  const { circuit, wiring } = context;
  const monitor = wiring.parts.find(({ kind }) => kind === 'monitor');
  return [
    {
      ...bare,
      id: 'tools',
      kind: 'tools',
      phase: 'before-power',
      checks: plain('jewellery', 'spanner-taped', 'gloves-and-glasses', 'extinguisher', 'ventilated'),
    },
    {
      ...bare,
      id: 'breakers-off',
      kind: 'breakers-off',
      phase: 'before-power',
      checks: wiring.parts
        .filter(({ kind }) => kind === 'switch' || kind === 'fuse')
        .map(({ id, name }) => ({ id, name, nut: null })),
      rests: wiring.parts.filter(({ kind }) => kind === 'switch' || kind === 'fuse').map(({ id }) => rest(id, 'there')),
    },
    ...circuit.runs.map(({ run, areaMm2 }) => crimp(run, areaMm2, context)),
    ...torques(context),
    ...(circuit.loops.length > 0 ? [polarity(context)] : []),
    ...fuses(context),
    ...(monitor ? [monitorFused(monitor, context)] : []),
  ];
}

function crimp(run: Run, areaMm2: number, { names }: StepContext): Step {
  return {
    ...bare,
    id: crimpStepId(run.id),
    kind: 'crimp',
    phase: 'before-power',
    name: run.label,
    checks: plain('strands', 'pull', 'seal'),
    run: {
      id: run.id,
      section: runSectionText(run, areaMm2),
      from: names.ofPost(run.from),
      to: names.ofPost(run.to),
      tickedAtBench: (['crimped', 'pulled', 'sealed'] as const).every((one) => run.done.includes(one)),
    },
    rests: [
      sectionRest(SECTION, run, areaMm2),
      ...besideRest('', run),
      rest('lugs', `${run.fromLug ?? ''}, ${run.toLug ?? ''}`),
    ],
  };
}

/** Each part, and each string, on which lugs lie: one step with a tick for every nut. */
function torques({ circuit, wiring, names, sources }: StepContext): Step[] {
  const parts = new Map<string, Part>(wiring.parts.map((part) => [part.id, part]));
  const strings = new Map(circuit.strings.map((string) => [string.id, string]));
  const onPart = new Map<string, { run: Run; post: string; lug: Stud | null }[]>();
  for (const { run } of circuit.runs)
    for (const [post, lug] of [
      [run.from, run.fromLug],
      [run.to, run.toLug],
    ] as const) {
      const id = partIdOf(post);
      onPart.set(id, [...(onPart.get(id) ?? []), { run, post, lug }]);
    }
  return [...onPart].map(([id, lugs]): Step => {
    const part = parts.get(id);
    const stud = part?.stud ?? strings.get(id)?.stud ?? null;
    const torqueNm = part?.torqueNm ?? null;
    const nut = { stud, torqueNm: torqueNm ?? torqueByStud(stud), by: torqueNm === null ? 'stud' : 'sheet' } as const;
    return {
      ...bare,
      id: `torque:${id}`,
      kind: 'torque',
      phase: 'before-power',
      name: part ? thingCalled(part, sources) : names.ofPart(id),
      checks: lugs.map(({ run, post }) => ({
        id: `${run.id} ${run.from === post ? 'from' : 'to'}`,
        name: `${run.label} on ${names.ofPost(post)}`,
        nut,
      })),
      rests: [
        rest('stud', stud ?? ''),
        rest('torque', rounded(nut.torqueNm)),
        ...lugs.map(({ run, post }) => rest(`${run.label} ends`, post)),
      ],
    };
  });
}

/** Every positive is followed before the last connection is made. */
function polarity({ circuit }: StepContext): Step {
  const followed = circuit.loops.filter(({ demand }) => !demand.also);
  return {
    ...bare,
    id: 'polarity',
    kind: 'polarity',
    phase: 'before-power',
    checks: followed.map(({ part }) => ({ id: part.id, name: part.name, nut: null })),
    rests: followed.map(({ part }) => rest(part.id, 'there')),
  };
}

/** What stands on every fuse is read off: a larger one does not protect its wire, a smaller one blows under its load. */
function fuses({ circuit }: StepContext): Step[] {
  if (circuit.fuses.length === 0) return [];
  return [
    {
      ...bare,
      id: 'fuses',
      kind: 'fuses',
      phase: 'before-power',
      checks: circuit.fuses.map((fuse) => ({
        id: fuse.part.id,
        name: fuse.part.name,
        nut: null,
        reads: ratingText(fuse),
      })),
      rests: circuit.fuses.map((fuse) => rest(fuse.part.id, ratingKept(fuse))),
    },
  ];
}

function ratingText(fuse: FuseFigures): string {
  const { choice, chosen } = fuse;
  if (chosen && isOfSheet(fuse)) return 'as the sheet of what it feeds says';
  return choice === null ? 'none of the list will do, see Wiring' : `${asTyped(choice.ratingA)} A, ${fuseText(fuse)}`;
}

const ratingKept = ({ choice }: FuseFigures): string =>
  choice === null ? 'none' : [`${asTyped(choice.ratingA)} A`, choice.family].filter(Boolean).join(', ');

function monitorFused(monitor: Part, { circuit }: StepContext): Step {
  const leads = circuit.runs.filter(({ run }) => [run.from, run.to].some((post) => partIdOf(post) === monitor.id));
  return {
    ...bare,
    id: 'monitor-fused',
    kind: 'monitor-fused',
    phase: 'before-power',
    name: monitor.name,
    checks: plain('fuse-near-post', 'fuse-small'),
    rests: leads.map(({ run }) => rest(`${run.label} ends`, `${run.from}, ${run.to}`)),
  };
}
