import { TestBed } from '@angular/core/testing';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { LoudnessMeter } from '@core/audit/sound/envelope';
import { splitStates } from '@core/audit/sound/split-states';
import { doorTo, provideCoulan } from '../../../testing/open-page';
import { ComputeWorkerClient } from '../../../workers/compute-worker-client';
import { SoundPanel } from './sound-panel';

const RATE_HZ = 1000;

/** Seconds of quiet and of running in turn, as samples. */
function compressor(...seconds: number[]): Float32Array {
  let state = 7;
  const noise = () => ((state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0) / 2 ** 32 - 0.5) * 0.02;
  return Float32Array.from(
    seconds.flatMap((length, k) =>
      Array.from({ length: length * RATE_HZ }, (_, n) => noise() + (k % 2 ? 0.3 * Math.sin(n / 1.7) : 0)),
    ),
  );
}

/** What a browser decodes a file into. */
function decodes(result: Float32Array[] | Error) {
  vi.stubGlobal(
    'OfflineAudioContext',
    class {
      decodeAudioData = () =>
        result instanceof Error
          ? Promise.reject(result)
          : Promise.resolve({
              length: result[0]!.length,
              numberOfChannels: result.length,
              sampleRate: RATE_HZ,
              getChannelData: (channel: number) => result[channel]!,
            });
    },
  );
}

async function open() {
  const api = {
    loudnessOf: async (samples: Float32Array, rateHz: number) => {
      const meter = new LoudnessMeter(rateHz, 0.1);
      meter.add(samples);
      return meter.finish();
    },
    splitStates: async (...given: Parameters<typeof splitStates>) => splitStates(...given),
  };
  TestBed.configureTestingModule({
    providers: [...provideCoulan(), { provide: ComputeWorkerClient, useValue: doorTo(api) }],
  });
  const fixture = TestBed.createComponent(SoundPanel);
  fixture.componentRef.setInput('states', [{ name: 'off', powerW: 0 }]);
  const heard: { spans: { state: number; seconds: number }[]; count: number }[] = [];
  fixture.componentInstance.heard.subscribe((one) => heard.push(one));
  const element = fixture.nativeElement as HTMLElement;
  document.body.append(element);
  const settle = async () => {
    for (let k = 0; k < 5; k++) {
      await new Promise((done) => setTimeout(done, 5));
      await fixture.whenStable();
    }
  };
  await settle();
  const bring = async (name = 'fridge.wav') => {
    const picker = element.querySelector<HTMLInputElement>('input[type=file]')!;
    Object.defineProperty(picker, 'files', { value: [new File(['x'], name)], configurable: true });
    picker.dispatchEvent(new Event('change'));
    await settle();
  };
  const press = async (says: string) => {
    [...element.querySelectorAll('button')].find((one) => one.textContent!.includes(says))!.click();
    await settle();
  };
  return { fixture, element, heard, bring, press, settle };
}

beforeEach(() => document.body.replaceChildren());
afterEach(() => vi.unstubAllGlobals());

describe('a sound recording', () => {
  it('is split where the compressor starts and stops', async () => {
    decodes([compressor(30, 20, 30, 20, 30)]);
    const { element, heard, bring } = await open();
    await bring();
    const last = heard.at(-1)!;
    expect(last.count).toBe(2);
    expect(last.spans.map(({ state }) => state)).toEqual([0, 1, 0, 1, 0]);
    last.spans.forEach(({ seconds }, k) => expect(Math.abs(seconds - [30, 20, 30, 20, 30][k]!)).toBeLessThan(0.6));
    expect(element.querySelector('svg')!.getAttribute('aria-label')).toBe(
      'Loudness over 2.2 minutes, in 2 states and 5 stretches.',
    );
    expect(element.querySelectorAll('rect.loud')).toHaveLength(2);
    expect(element.querySelectorAll('.edge')).toHaveLength(4);
  });
  it('takes both channels together', async () => {
    const quiet = new Float32Array(compressor(20, 20, 20).length);
    decodes([compressor(20, 20, 20), quiet]);
    const { heard, bring } = await open();
    await bring();
    expect(heard.at(-1)!.spans).toHaveLength(3);
  });
  it('has boundaries that the arrow keys move, no further than the next one', async () => {
    decodes([compressor(30, 20, 30)]);
    const { element, heard, bring, settle } = await open();
    await bring();
    const before = heard.at(-1)!.spans.map(({ seconds }) => seconds);
    const edge = () => element.querySelector('.edge')!;
    edge().dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowRight' }));
    await settle();
    const after = heard.at(-1)!.spans.map(({ seconds }) => seconds);
    expect(after[0]! - before[0]!).toBeCloseTo(1, 9);
    expect(before[1]! - after[1]!).toBeCloseTo(1, 9);
    for (let k = 0; k < 40; k++) edge().dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowRight' }));
    await settle();
    const end = heard.at(-1)!.spans;
    expect(end[1]!.seconds).toBeCloseTo(0.1, 9);
    expect(end.reduce((sum, { seconds }) => sum + seconds, 0)).toBeCloseTo(
      before.reduce((sum, seconds) => sum + seconds, 0),
      9,
    );
  });
  it('is split into as many states as are asked for', async () => {
    decodes([compressor(30, 20, 30)]);
    const { element, heard, bring, settle } = await open();
    await bring();
    const select = element.querySelector('select')!;
    select.value = '1';
    select.dispatchEvent(new Event('change'));
    await settle();
    expect(heard.at(-1)).toMatchObject({ count: 1, spans: [{ state: 0 }] });
  });
  it('is refused in plain words where the browser cannot decode it', async () => {
    decodes(new Error('unknown format'));
    const { element, heard, bring } = await open();
    await bring('notes.txt');
    expect(element.querySelector('[role=alert]')!.textContent).toMatch(
      /notes\.txt could not be read as sound \(unknown format\)\. WAV, MP3 and OGG are known/,
    );
    expect(heard).toEqual([]);
  });
});

describe('the microphone', () => {
  it('that is refused is said, with another way', async () => {
    vi.stubGlobal('navigator', {
      mediaDevices: { getUserMedia: () => Promise.reject(new Error('Permission denied')) },
    });
    const { element, press } = await open();
    await press('Listen with the microphone');
    expect(element.querySelector('[role=alert]')!.textContent).toMatch(
      /could not be opened \(Permission denied\)\. Allow it in the browser, or record with another program/,
    );
  });
  it('keeps the loudness alone, and lets go of the device when it is stopped', async () => {
    const stopTrack = vi.fn();
    let level = 0.001;
    vi.stubGlobal('navigator', {
      mediaDevices: { getUserMedia: () => Promise.resolve({ getTracks: () => [{ stop: stopTrack }] }) },
    });
    vi.stubGlobal(
      'AudioContext',
      class {
        createAnalyser = () => ({ fftSize: 0, getFloatTimeDomainData: (to: Float32Array) => to.fill(level) });
        createMediaStreamSource = () => ({ connect: () => undefined });
        close = () => Promise.resolve();
      },
    );
    const { element, heard, press } = await open();
    await press('Listen with the microphone');
    await new Promise((done) => setTimeout(done, 700));
    level = 0.5;
    await new Promise((done) => setTimeout(done, 700));
    expect(element.querySelector('[role=status]')!.textContent).toMatch(/1 s, .*dB/);
    await press('Stop listening');
    expect(stopTrack).toHaveBeenCalledTimes(1);
    const spans = heard.at(-1)!.spans;
    expect(spans.reduce((sum, { seconds }) => sum + seconds, 0)).toBeGreaterThan(1);
    expect(element.textContent).toContain('Listen with the microphone');
  });
});
