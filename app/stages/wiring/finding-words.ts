import type { Figure } from '@core/formula/figure';
import type { Fault, Finding } from '@core/wiring/finding';
import { through } from '@core/wiring/through';
import type { WiringFacts } from './wiring-facts';
import { FUSE_WORDS } from './words/fuse-words';
import { JOINT_WORDS } from './words/joint-words';
import { PART_WORDS } from './words/part-words';
import { WIRE_WORDS } from './words/wire-words';
import type { FindingWords, Found, WordsOf } from './words/words';

const WORDS: WordsOf<Fault['code']> = { ...JOINT_WORDS, ...WIRE_WORDS, ...FUSE_WORDS, ...PART_WORDS };

export function findingWords(finding: Finding, facts: WiringFacts): FindingWords {
  const { on, fault } = finding;
  const id = on ? ('run' in on ? on.run : on.part) : '';
  const run = facts.figuresOf(id)?.run ?? facts.wiring()?.runs.find((one) => one.id === id);
  const name = run ? run.label : facts.nameOf(id);
  // Each kind of fault has words of its own: this one has those of its kind.
  const words = WORDS[fault.code] as (fault: Fault, found: Found) => ReturnType<WordsOf<'short'>['short']>;
  return { apply: null, all: null, figure: figureOf(fault, id, facts), ...words(fault, { finding, name, id, facts }) };
}

/** What a finding rests on. */
function figureOf(fault: Fault, id: string, facts: WiringFacts): Figure | null {
  const circuit = facts.circuit();
  const fuse = circuit?.fuses.find(({ part }) => part.id === id);
  switch (fault.code) {
    case 'drop':
      return facts.loopOf(id, fault.gives)?.share ?? null;
    case 'thin':
    case 'beyond-list':
      return facts.figuresOf(id)?.bears ?? null;
    case 'fuse-small':
    case 'not-selective':
      return fuse?.design ?? null;
    case 'fuse-large':
      return fuse?.largest ?? null;
    case 'fuse-volts':
      return fuse?.highest ?? null;
    case 'no-fuse':
    case 'fuse-breaks':
      return fuse?.shortCircuit ?? null;
    case 'uneven':
      return fault.carries;
    case 'rating': {
      const part = facts.parts().get(id);
      return circuit && part ? through(circuit, part) : null;
    }
    default:
      return null;
  }
}
