import { TYPICAL, typicalName, typicalRig } from './core/kept-spec/typical-rigs';
import { deriveRig } from './core/rig/derive-rig';
import { laidOut } from './demo/wiring';
const count: Record<string, number> = {};
for (const t of TYPICAL) for (const n of [1,2,3,4,6]) { const r = typicalRig(t); const rig = {...r, bank:{...r.bank!, parallelCount:n}, wiring:{...r.wiring, parts:[], runs:[]}};
const c = deriveRig(laidOut(rig), null).circuit!;
for (const f of c.findings) { const k=`${n} ${typicalName(t).replace(/, \d in parallel/,'')}`; console.log(k, f.severity, JSON.stringify(f.on), JSON.stringify(f.fault).slice(0,110)); count[f.fault.code]=(count[f.fault.code]??0)+1; } }
console.log(count);
