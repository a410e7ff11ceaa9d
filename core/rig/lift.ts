import { isObject } from '../plan/lift';
import { STAGES } from './stages';
import { RIG_VERSION } from './version';

/** A rig as an older version stored it, brought up to date. Nothing is judged here: what is no rig comes out as it went in. */
export function liftRig(rig: unknown, fromVersion: number, toVersion = RIG_VERSION): unknown {
  let lifted = rig;
  for (let version = fromVersion; version < toVersion; version++)
    for (const { lift } of STAGES) {
      const step = (lift as Partial<typeof lift>)[version];
      if (step && isObject(lifted)) lifted = step(lifted);
    }
  return lifted;
}
