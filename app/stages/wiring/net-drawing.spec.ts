import { TestBed } from '@angular/core/testing';
import { describe, expect, it } from 'vitest';
import Elk from 'elkjs/lib/elk.bundled.js';
import { deriveRig } from '@core/rig/derive-rig';
import { putInto } from '@core/wiring/edit-circuit';
import { laidOut } from '../../../demo/wiring';
import { openPage } from '../../testing/open-page';
import { sampleRig } from '../../testing/sample-rig';
import { NetLayout } from '../../workers/net-layout';
import { DrawingPage } from './drawing-page';
import { isTangled, netDrawing, netOf } from './net-drawing-layout';

const rig = laidOut(sampleRig());
const circuit = deriveRig(rig, null).circuit!;
const { parts } = rig.wiring;

describe('a circuit as a net', () => {
  it('has a box for every part and battery, a joint for every run but links, the bank at the left', async () => {
    const placed = await new Elk().layout(netOf(circuit, parts, ({ lengthM }) => `${lengthM} m`));
    const net = netDrawing(placed, circuit, parts, (id) => id);
    expect(net.boxes.map(({ id }) => id).sort()).toEqual(
      [...parts.map(({ id }) => id), ...circuit.strings.map(({ id }) => id)].sort(),
    );
    expect(net.wires.map(({ run }) => run.id).sort()).toEqual(circuit.runs.map(({ run }) => run.id).sort());
    const placeOf = (id: string) => net.boxes.find((one) => one.id === id)!;
    for (const { id } of circuit.strings)
      for (const { part } of circuit.loops) expect(placeOf(id).x).toBeLessThan(placeOf(part.id).x);
    for (const one of net.boxes) {
      expect(one.x + one.width).toBeLessThanOrEqual(net.width);
      for (const other of net.boxes) {
        const apart =
          one === other ||
          one.x + one.width <= other.x ||
          other.x + other.width <= one.x ||
          one.y + one.height <= other.y ||
          other.y + other.height <= one.y;
        expect(apart, `${one.id} and ${other.id}`).toBe(true);
      }
    }
  });
  it('is drawn where the drawing by rule has no place for what is joined', async () => {
    expect(isTangled(circuit, parts)).toBe(false);
    const tangled = { ...rig, wiring: { ...rig.wiring, ...putInto(rig.wiring, 'inverter-inv-plus', 'bar', 'more') } };
    TestBed.resetTestingModule();
    const page = await openPage(DrawingPage, tangled);
    TestBed.inject(NetLayout).layOut = (net) => new Elk().layout(net);
    expect(page.element.querySelector('co-circuit-drawing')).toBeNull();
    expect(page.element.textContent).toContain('drawn as it is joined');
  });
  it('says that it could not be laid out, and the drawing by rule stands', async () => {
    const page = await openPage(DrawingPage, rig);
    TestBed.inject(NetLayout).layOut = () => Promise.reject(new Error('no worker here'));
    await page.press('Draw it as it is joined');
    await page.until(() => page.element.textContent.includes('could not be laid out'));
    await page.press('Draw it by rule');
    expect(page.element.querySelector('co-circuit-drawing')).not.toBeNull();
  });
});
