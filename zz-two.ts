import { TYPICAL, typicalName, typicalRig } from './core/kept-spec/typical-rigs';
import { deriveRig } from './core/rig/derive-rig';
import { newLoad } from './core/audit/fresh';
import { laidOut } from './demo/wiring';
const t = TYPICAL.find((one) => typicalName(one) === "lfp 12 V, 2 in parallel, inverter 2000 W, mains")!; const rig0 = typicalRig(t);
for (const v of [null,12,24]) for (const relay of [false,true]) {
const rig = { ...rig0, loads: [...rig0.loads.map((l,k)=>k===0?{...l,power:{by:'watts' as const,powerW:900}}:l), {...newLoad('zz1','Zeds'),name:'New',dcVoltageV:v,power:{by:'watts' as const,powerW:240}}] };
const laid = laidOut(relay? rig : {...rig, wiring: {...rig.wiring, parts:[], runs:[]}});
const c = deriveRig(laid, null).circuit!;
console.log('V',v,relay?'again':'anew', c.findings.map(f=>f.severity+' '+JSON.stringify(f.on)+JSON.stringify(f.fault).slice(0,110)).join('\n  '));
for (const r of c.runs.slice(0,12)) console.log('   ',r.run.id, r.design.value.toFixed(0), r.bears.value.toFixed(0), r.areaMm2, r.ampacityA?.toFixed(0), r.guard?.fuses.map(f=>c.fuses.find(q=>q.part.id===f.id)?.choice?.ratingA).join());
}
