import type { BankString } from './battery-posts';
import { type Part, partIdOf } from './part';

const END_WORDS: Record<string, string> = {
  '+': '+',
  '-': '−',
  in: '(in)',
  out: '(out)',
  bank: '(bank side)',
  system: '(system side)',
  battery: '(battery)',
  'in+': '(input +)',
  sense: '(sense)',
};

/** How parts and posts are called: "Positive bar", "Battery 1 +", "String 2, battery 1 −". */
export interface CircuitNames {
  ofPart: (id: string) => string;
  ofPost: (post: string) => string;
}

/** The names of a circuit; what is no longer there says so. */
export function circuitNames(
  parts: readonly Pick<Part, 'id' | 'name'>[],
  strings: readonly Pick<BankString, 'id' | 'name'>[],
): CircuitNames {
  const names = new Map([...parts, ...strings].map(({ id, name }) => [id, name]));
  const ofPart = (id: string) => names.get(id) ?? 'a part that is gone';
  return {
    ofPart,
    ofPost: (post) => {
      const name = ofPart(partIdOf(post));
      const end = post.slice(post.lastIndexOf('.') + 1);
      const within = /^(\d+)([+-])$/.exec(end);
      if (within) return `${name}, battery ${within[1] ?? ''} ${within[2] === '+' ? '+' : '−'}`;
      const says = END_WORDS[end];
      return says ? `${name} ${says}` : name;
    },
  };
}
