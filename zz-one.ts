import { TYPICAL, typicalName, typicalRig } from './core/kept-spec/typical-rigs';
import { deriveRig } from './core/rig/derive-rig';
const want = process.argv[2]!; const run = process.argv[3]!; const end = process.argv[4]!; const to = process.argv[5]!;
const t = TYPICAL.find((one) => typicalName(one) === want)!; const rig = typicalRig(t);
const runs = rig.wiring.runs.map((r) => r.id === run ? { ...r, [end]: to, endsBy: 'hand' as const } : r);
console.log(rig.wiring.runs.map(r=>r.id).join(' ').slice(0,600));
const c = deriveRig({ ...rig, wiring: { ...rig.wiring, runs } }, null).circuit!;
for (const f of c.findings) console.log(f.severity, JSON.stringify(f.on), JSON.stringify(f.fault).slice(0, 200));
