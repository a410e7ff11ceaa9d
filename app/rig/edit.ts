import { createAction, props } from '@ngrx/store';
import type { Rig } from '@core/rig/rig';

type KeysWith<Kind> = { [Key in keyof Rig]-?: Rig[Key] extends Kind ? Key : never }[keyof Rig];
/** Parts of the plan that are lists of things with an id. */
type ListPart = KeysWith<readonly { id: string }[]>;
type RowOf<Part extends ListPart> = Rig[Part][number];
/** Parts of the plan that are sheets of fields. */
type SheetPart = 'audit' | 'charging' | 'wiring' | 'commissioning' | 'monitor' | 'logbook' | 'place';

/** What is done to a part of the plan: plain data, so that it can be listed, sent and undone. */
export type PlanEdit =
  | { do: 'set'; parts: Partial<Rig> }
  | { do: 'merge'; part: SheetPart; changes: object }
  | { do: 'insert'; list: ListPart; rows: readonly { id: string }[]; at: number | null }
  | { do: 'change'; list: ListPart; id: string; changes: object }
  | { do: 'move'; list: ListPart; id: string; before: string | null; changes: object }
  | { do: 'remove'; list: ListPart; id: string };

/**
 * What a person does to the plan; every one can be undone. Edits of the same step, one after the other, are taken back together: it
 * names what is typed into. Null: it is a step of its own, as adding, moving and removing are.
 */
export const edited = createAction('[Rig] Edited', props<{ edit: PlanEdit; step: string | null }>());

const keysOf = (changes: object) => Object.keys(changes).join(',');

/** Ways to edit a plan. */
export const Edit = {
  /** Whole parts anew. */
  set: (parts: Partial<Rig>, step: string | null = null) => edited({ edit: { do: 'set', parts }, step }),
  /** Fields of one part. */
  merge: <Part extends SheetPart>(part: Part, changes: Partial<Rig[Part]>, step: string | null = keysOf(changes)) =>
    edited({ edit: { do: 'merge', part, changes }, step: step && `${part} ${step}` }),
  add: <Part extends ListPart>(list: Part, row: RowOf<Part>) =>
    edited({ edit: { do: 'insert', list, rows: [row], at: null }, step: null }),
  /** @param at  before which place; null: at the end */
  insert: <Part extends ListPart>(list: Part, rows: readonly RowOf<Part>[], at: number | null) =>
    edited({ edit: { do: 'insert', list, rows, at }, step: null }),
  change: <Part extends ListPart>(list: Part, id: string, changes: Partial<RowOf<Part>>) =>
    edited({ edit: { do: 'change', list, id, changes }, step: `${list} ${id} ${keysOf(changes)}` }),
  /** @param before  id of the row that it comes to stand before; null: at the end */
  move: <Part extends ListPart>(list: Part, id: string, before: string | null, changes: Partial<RowOf<Part>> = {}) =>
    edited({ edit: { do: 'move', list, id, before, changes }, step: null }),
  remove: (list: ListPart, id: string) => edited({ edit: { do: 'remove', list, id }, step: null }),
};

/** The plan after an edit; the same object where nothing was to be done. */
export function applyEdit(rig: Rig, edit: PlanEdit): Rig {
  switch (edit.do) {
    case 'set':
      return { ...rig, ...edit.parts };
    case 'merge':
      return { ...rig, [edit.part]: { ...rig[edit.part], ...edit.changes } };
    case 'insert': {
      const rows = rowsOf(rig, edit.list);
      const at = edit.at ?? rows.length;
      return { ...rig, [edit.list]: [...rows.slice(0, at), ...edit.rows, ...rows.slice(at)] };
    }
    case 'change':
      return {
        ...rig,
        [edit.list]: rowsOf(rig, edit.list).map((row) => (row.id === edit.id ? { ...row, ...edit.changes } : row)),
      };
    case 'move': {
      const rows = rowsOf(rig, edit.list);
      const moved = rows.find(({ id }) => id === edit.id);
      if (!moved) return rig;
      const others = rows.filter((row) => row !== moved);
      const found = others.findIndex(({ id }) => id === edit.before);
      const at = found < 0 ? others.length : found;
      return {
        ...rig,
        [edit.list]: [...others.slice(0, at), { ...moved, ...edit.changes }, ...others.slice(at)],
      };
    }
    case 'remove':
      return { ...rig, [edit.list]: rowsOf(rig, edit.list).filter(({ id }) => id !== edit.id) };
  }
}

const rowsOf = (rig: Rig, list: ListPart): readonly { id: string }[] => rig[list];
