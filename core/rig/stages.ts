import { auditStage } from '../audit/stage';
import { bankStage } from '../bank/stage';
import { chargingStage } from '../charging/stage';
import { commissioningStage } from '../commissioning/stage';
import { logbookStage } from '../logbook/stage';
import { monitorStage } from '../monitor/stage';
import { wiringStage } from '../wiring/stage';

/** The stages in the order of the work: each may follow from those before it. */
export const STAGES = [
  auditStage,
  bankStage,
  chargingStage,
  wiringStage,
  commissioningStage,
  monitorStage,
  logbookStage,
] as const;

type AnyStage = (typeof STAGES)[number];
export type StageId = AnyStage['id'];

/** All of a union at once: what has every part that its members have. */
type AllOf<Union> = (Union extends unknown ? (member: Union) => void : never) extends (member: infer All) => void
  ? All
  : never;

export type StagePlans = AllOf<AnyStage['Plan']>;
export type StageFigures = AllOf<ReturnType<AnyStage['derive']>>;
/** Keys of the plan that figures follow from. */
export type ReadKey = AnyStage['reads'][number];

/** One thing of every stage, laid together. */
export const ofAll = <Part>(pick: (stage: AnyStage) => object): Part => Object.assign({}, ...STAGES.map(pick)) as Part;
