import type { Unit } from '../quantity/unit';
import type { Figure, Sourced, Working, WorkingTerm } from './figure';

interface TermSpec {
  says: string;
  unit: Unit;
}

interface AccountSpec<Name extends string> {
  id: string;
  /** The name of the result. */
  says: string;
  unit: Unit;
  words: string;
  terms: Record<Name, TermSpec>;
  source: string;
  leavesOut?: string;
}

interface FormulaSpec<Name extends string> extends AccountSpec<Name> {
  compute: (inputs: Record<Name, number>) => number;
}

export interface FigureOptions {
  /** Tells two figures of the same formula apart, such as a load's id. */
  key?: string;
  says?: string;
  remark?: string | undefined;
}

export interface Formula<Name extends string> {
  readonly id: string;
  /** The bare number. */
  of(inputs: Record<Name, number>): number;
  /** The number together with everything it was made from. */
  figure(inputs: Record<Name, Sourced>, options?: FigureOptions): Figure;
}

/**
 * One definition that both computes a figure and explains it, so that the number on screen and its working cannot
 * disagree. Terms are listed in the order in which they are declared.
 */
export function formula<Name extends string>(spec: FormulaSpec<Name>): Formula<Name> {
  const names = Object.keys(spec.terms) as Name[];
  return {
    id: spec.id,
    of: spec.compute,
    figure(inputs, options = {}) {
      const numbers = {} as Record<Name, number>;
      for (const name of names) numbers[name] = inputs[name].value;
      return explained(spec, names, spec.compute(numbers), inputs, options);
    },
  };
}

export interface Account<Name extends string> {
  /** The number, made elsewhere, together with what it was made from. */
  figure(value: number, inputs: Record<Name, Sourced>, options?: FigureOptions): Figure;
}

/**
 * Explains a number that no formula gives: one that was drawn, played hour by hour, or read off a curve. The words say by what; the
 * terms are what went into it.
 */
export function account<Name extends string>(spec: AccountSpec<Name>): Account<Name> {
  const names = Object.keys(spec.terms) as Name[];
  return { figure: (value, inputs, options = {}) => explained(spec, names, value, inputs, options) };
}

function explained<Name extends string>(
  spec: AccountSpec<Name>,
  names: readonly Name[],
  value: number,
  inputs: Record<Name, Sourced>,
  { key, says = spec.says, remark }: FigureOptions,
): Figure {
  const { id, unit } = spec;
  return {
    id: key === undefined ? id : `${id}:${key}`,
    says,
    unit,
    value,
    origin: 'computed',
    working: (): Working => ({
      words: spec.words,
      terms: names.map((name) => ({ ...spec.terms[name], ...plain(inputs[name]) })),
      result: { says, value, unit },
      source: spec.source,
      leavesOut: spec.leavesOut,
      remark,
    }),
  };
}

/** A total whose terms are themselves figures. */
export const sumFigure = (spec: SumSpec, parts: readonly WorkingTerm[]): Figure => sumOver(spec, parts, (part) => part);

interface SumSpec {
  id: string;
  says: string;
  unit: Unit;
  source: string;
  remark?: string | undefined;
}

/**
 * The same over things of which each has a part in the sum: their terms are made when the working is opened.
 * @param of  the part of one, in the unit of the sum
 */
export function sumOver<Item extends { says: string }>(
  spec: SumSpec,
  items: readonly Item[],
  of: (item: Item) => Sourced,
): Figure {
  const { id, says, unit } = spec;
  let value = 0;
  for (const item of items) value += of(item).value;
  const working = (): Working => ({
    words: 'the sum of',
    terms: items.map((item) => ({ says: item.says, unit, ...plain(of(item)) })),
    result: { says, value, unit },
    source: spec.source,
    remark: spec.remark,
  });
  return { id, says, unit, value, origin: 'computed', working };
}

const plain = ({ value, origin, note, working }: Sourced): Sourced => ({ value, origin, note, working });
