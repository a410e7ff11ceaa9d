import { describe, expect, it } from 'vitest';
import { columnWords } from './column-words';

const said = (name: string) => {
  const { kind, unit, way } = columnWords(name);
  return [kind, unit, way].filter((one) => one !== null).join(' ');
};

describe('what the name of a column says', () => {
  it.each([
    ['Voltage', 'voltage'],
    ['Voltage (V)', 'voltage V'],
    ['bank_voltage_mV', 'voltage mV'],
    ['vBat', 'voltage'],
    ['U', 'voltage'],
    ['Batteriespannung', 'voltage'],
    ['Accuspanning', 'voltage'],
    ['Spänning', 'voltage'],
    ['Batterispænding', 'voltage'],
    ['Spenning', 'voltage'],
    ['Akkujännite', 'voltage'],
    ['Tension', 'voltage'],
    ['Tensión', 'voltage'],
    ['Tensão', 'voltage'],
    ['Tensione batteria', 'voltage'],
    ['Current', 'current'],
    ['Current [A]', 'current A'],
    ['shuntCurrent mA', 'current mA'],
    ['I', 'current'],
    ['Strom', 'current'],
    ['Ström (A)', 'current A'],
    ['Strøm', 'current'],
    ['Stroom', 'current'],
    ['Virta', 'current'],
    ['Courant', 'current'],
    ['Corriente', 'current'],
    ['Corrente', 'current'],
    ['Amps in', 'current A in'],
    ['Amps out', 'current A out'],
    ['Charge', 'current in'],
    ['Discharge', 'current out'],
    ['Courant de décharge', 'current out'],
    ['Corriente de carga', 'current in'],
    ['Ladestrom', 'current in'],
    ['Entladestrom A', 'current A out'],
  ])('%s: %s', (name, what) => {
    expect(said(name)).toBe(what);
  });
  it.each([
    ...['State of charge %', 'SoC', 'Charge cycles', 'Ah', 'Consumed Ah', 'Energy Wh', 'kWh out', 'mAh', 'Power W'],
    ...['Discharged A (Ah)', 'Volts or Wh'],
    ...['Temperature', 'temp', 'Time remaining', 'Relay state', 'Alarm'],
  ])('%s is none of both', (name) => {
    expect(columnWords(name).kind).toBe('other');
  });
  it.each(['', 'Note', 'Remark', 'Battery'])('“%s” says nothing of it', (name) => {
    expect(columnWords(name)).toMatchObject({ kind: 'unknown', unit: null, way: null });
  });
  it('speaks for the bank, or for something beside it, or for an extreme', () => {
    const ofBank = (name: string) => columnWords(name).ofBank;
    expect([ofBank('Voltage'), ofBank('Battery voltage'), ofBank('House bank voltage')]).toEqual([0, 1, 2]);
    expect([ofBank('PV voltage'), ofBank('Max voltage'), ofBank('Starter battery voltage')]).toEqual([-2, -2, -1]);
  });
});
