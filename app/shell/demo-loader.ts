import { inject, Injectable } from '@angular/core';
import { nominalVoltage } from '@core/bank/size-bank';
import type { Rig } from '@core/rig/rig';
import { Storage } from '../storage/storage';
import { saveRig } from '../storage/rig-rows';
import { LogWorkerClient } from '../workers/log-worker-client';

interface DemoEntry {
  rig: string;
  logs: string[];
}

/** Loads the shipped demo rigs through the same import as any file of a user's. */
@Injectable({ providedIn: 'root' })
export class DemoLoader {
  private readonly worker = inject(LogWorkerClient);
  private readonly db = inject(Storage).db;

  /** @returns the ids of the rigs @throws when a file cannot be fetched or is refused */
  async load(onStep: (says: string) => void): Promise<string[]> {
    const index = (await (await fetchFile('index.json')).json()) as DemoEntry[];
    const ids: string[] = [];
    for (const entry of index) {
      onStep(`Loading the demo: ${entry.rig}`);
      const file = new File([await (await fetchFile(entry.rig)).blob()], entry.rig);
      const result = await this.worker.api.importRig(file, Date.now());
      if ('problem' in result) throw new Error(`${entry.rig}: ${JSON.stringify(result.problem)}`);
      let { rig } = result;
      let revision = 1;
      for (const name of entry.logs) {
        onStep(`Loading the demo: ${name}`);
        rig = await this.addLog(rig, name, onStep);
        revision = await saveRig(this.db, rig, revision, Date.now());
      }
      ids.push(rig.id);
    }
    return ids;
  }

  private async addLog(rig: Rig, name: string, onStep: (says: string) => void): Promise<Rig> {
    const file = new File([await (await fetchFile(name)).blob()], name);
    const look = await this.worker.api.look(file, rig.place.timeZone, nominalVoltage(rig.bank).value);
    if ('refused' in look.layout) throw new Error(`${name}: ${look.layout.refused}`);
    const { timeZone, latitudeDeg, longitudeDeg } = rig.place;
    const result = await this.worker.importLog(
      {
        file,
        encoding: look.encoding,
        newlineByte: look.newlineByte,
        mapping: look.layout.mapping,
        columnCount: look.layout.preview[0]!.length,
        logId: crypto.randomUUID(),
        place: { timeZone, latitudeDeg, longitudeDeg },
        nowMs: Date.now(),
        besideLogIds: rig.logbook.logs.map((log) => log.id),
      },
      (share) => onStep(`Loading the demo: ${name}, ${Math.round(share * 100)} %`),
    );
    if ('failed' in result) throw new Error(`${name}: ${result.failed} ${result.says}`);
    return { ...rig, logbook: { ...rig.logbook, windowDays: null, logs: [...rig.logbook.logs, result.record] } };
  }
}

async function fetchFile(name: string): Promise<Response> {
  const response = await fetch(`demo/${name}`);
  if (!response.ok) throw new Error(`demo/${name}: ${response.status}`);
  return response;
}
