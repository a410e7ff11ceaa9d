import { inject, Injectable } from '@angular/core';
import { nominalVoltage } from '@core/cells/nominal-voltage';
import type { Rig } from '@core/rig/rig';
import { Storage } from '../storage/storage';
import { changeStoredRig } from '../storage/read-row';
import { LogWorkerClient } from '../workers/log-worker-client';
import { nowMs } from '../ui/now';
import { RigFiles } from './rig-files';

interface DemoEntry {
  rig: string;
  logs: string[];
}

/** Loads the shipped demo rigs through the same import as any file of a user's. */
@Injectable({ providedIn: 'root' })
export class DemoLoader {
  private readonly worker = inject(LogWorkerClient);
  private readonly files = inject(RigFiles);
  private readonly db = inject(Storage).db;

  /** @returns the ids of the rigs @throws when a file cannot be fetched or is refused */
  async load(onStep: (says: string) => void): Promise<string[]> {
    const index = (await (await fetchFile('index.json')).json()) as DemoEntry[];
    const ids: string[] = [];
    for (const entry of index) {
      onStep(`Loading the demo: ${entry.rig}`);
      const file = new File([await (await fetchFile(entry.rig)).blob()], entry.rig);
      const result = await this.files.bringIn(file);
      if ('problem' in result) throw new Error(`${entry.rig}: ${JSON.stringify(result.problem)}`);
      const { rig } = result;
      for (const name of entry.logs) {
        onStep(`Loading the demo: ${name}`);
        await this.addLog(rig, name, onStep);
      }
      await changeStoredRig(this.db, rig.id, Date.now(), (stored) => ({
        ...stored,
        logbook: { ...stored.logbook, windowDays: null },
      }));
      ids.push(rig.id);
    }
    return ids;
  }

  private async addLog(rig: Rig, name: string, onStep: (says: string) => void): Promise<void> {
    const file = new File([await (await fetchFile(name)).blob()], name);
    const { timeZone, latitudeDeg, longitudeDeg } = rig.place;
    const look = await this.worker.call((api) => api.look(file, timeZone, nominalVoltage(rig.bank).value));
    if ('refused' in look.layout) throw new Error(`${name}: ${look.layout.refused}`);
    const result = await this.worker.importLog(
      {
        file,
        encoding: look.encoding,
        newlineByte: look.newlineByte,
        mapping: look.layout.mapping,
        columnCount: look.layout.preview[0]!.length,
        rigId: rig.id,
        logId: crypto.randomUUID(),
        place: { timeZone, latitudeDeg, longitudeDeg },
        nowMs: nowMs(),
      },
      (share) => onStep(`Loading the demo: ${name}, ${Math.round(share * 100)} %`),
    );
    if ('failed' in result) throw new Error(`${name}: ${result.failed} ${result.says}`);
  }
}

async function fetchFile(name: string): Promise<Response> {
  const response = await fetch(`demo/${name}`);
  if (!response.ok) throw new Error(`demo/${name}: ${response.status}`);
  return response;
}
