import { counted, HELD_OUT, TUNED } from '../tests/look/messages';
import { lastLook } from '#core/look/look';
const all=[...TUNED,...HELD_OUT];
console.log(all.length, all.filter(c=>!c.wrong.length).length, HELD_OUT.length);
const n=new Map(); for(const c of all) for(const w of c.wrong) n.set(w,(n.get(w)??0)+1);
console.log([...n].sort((a,b)=>a[1]-b[1]).map(x=>x.join(' ')).join(', '));
if(process.argv[2]==='held'){ const r=counted(HELD_OUT,({draft,facts})=>lastLook(draft,facts).map(f=>f.kind)); console.log(r.faults); console.log([...r.counts].map(([k,c])=>`${k} ${c.right}/${c.wrong}/${c.missed}`).join(', ')); }
const t=performance.now(); for(let i=0;i<5;i++) for(const c of all) lastLook(c.draft,c.facts); console.log((performance.now()-t)/5/all.length,'ms');
