import type { StagePage, StageRegistration } from '../rig/stage-registration';
import { auditStage } from '../stages/audit/audit.stage';
import { bankStage } from '../stages/bank/bank.stage';
import { chargingStage } from '../stages/charging/charging.stage';
import { commissioningStage } from '../stages/commissioning/commissioning.stage';
import { logbookStage } from '../stages/logbook/logbook.stage';
import { monitorStage } from '../stages/monitor/monitor.stage';
import { wiringStage } from '../stages/wiring/wiring.stage';

/** The stages in working order: spine, addresses, keys, commands and the walks of the tests follow from it. A new one is a line. */
export const STAGES: readonly StageRegistration[] = [
  auditStage,
  bankStage,
  chargingStage,
  wiringStage,
  commissioningStage,
  monitorStage,
  logbookStage,
].sort((a, b) => a.number - b.number);

/** The stage that an address within a rig belongs to. */
export const stageOf = (url: string): StageRegistration | null =>
  STAGES.find(({ id }) => url.split(/[/?#]/)[3] === id) ?? null;

/** The page of that stage. */
export const pageOf = (url: string): StagePage | null => {
  const path = url.split(/[?#]/)[0]?.split('/').slice(4).join('/') ?? '';
  return stageOf(url)?.pages.find((page) => page.path === path) ?? null;
};
