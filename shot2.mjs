import { chromium } from 'playwright-core'
import { CHROMIUM } from './scripts/lib/chromium.mjs'
const base='http://127.0.0.1:4990'
const STONES={
 puff:{kind:'puffy',outline:'drop',length:26,width:17,depth:9,wall:1,back:3.4,mineral:'rose quartz'},
 free:{kind:'slab',outline:'free',length:34,width:24,depth:5,mineral:'jasper',points:[[0,-17],[9,-13],[12,-3],[8,6],[11,14],[3,17],[-7,12],[-12,3],[-9,-10]]},
 egg:{kind:'bead',form:'egg',outline:'round',length:26,width:18,depth:18,mineral:'agate'},
}
const b = await chromium.launch(CHROMIUM)
const [,,which,size]=process.argv
const [w,h]=size.split('x').map(Number)
const p = await b.newPage({ viewport:{width:w,height:h}, reducedMotion:'reduce' })
p.on('pageerror', e=>console.log('ERR',e.message))
await p.addInitScript(()=>localStorage.setItem('verger-tour','seen'))
await p.goto(base); await p.getByRole('button',{name:'Open the demo workshop'}).click(); await p.waitForTimeout(1500)
const r=await p.evaluate(async (stone)=>{const j=async(m,u,x)=>{const a=await fetch(u,{method:m,headers:{'content-type':'application/json'},body:JSON.stringify(x)});return [a.status,await a.json()]}; const [s,row]=await j('POST','/api/stones',{name:'Odd '+Date.now(),note:'',stone}); if(s>=300) return [s,row]; return j('POST','/api/pieces',{stoneId:row.id,name:'Odd piece'})},STONES[which])
console.log(r[0], JSON.stringify(r[1]).slice(0,300))
let n=0; const shot=async(name)=>{ const wide=await p.evaluate(()=>document.documentElement.scrollWidth-innerWidth); if(wide>0) console.log(name,'wider by',wide); await p.screenshot({path:`/tmp/o-${which}-${w}-${n++}.png`}) }
const id=r[1].id
for (const path of ['measure','choose']) { await p.goto(base+`/pieces/${id}/${path}`); if(path==='choose') await p.locator('[data-left="0"]').waitFor().catch(()=>{}); await p.waitForTimeout(1500); await shot(path) }
const plan=p.getByRole('button',{name:/^Plan /}); if(await plan.count()) { await plan.first().click(); await p.locator('[data-verdict]').waitFor({timeout:60000}); await p.waitForTimeout(4000); await shot('plan'); await p.getByRole('button',{name:'To cutting'}).click(); await p.waitForTimeout(4000); await shot('cut');
 await p.goto(base+`/pieces/${id}/wrap`); await p.waitForTimeout(2000); const next=p.getByRole('button',{name:/^Done/}); for(let k=0;k<9;k++){ const g=p.getByLabel('This cannot be taken back. I have looked.'); if(await g.isVisible()) await g.check(); await next.click(); await p.waitForTimeout(700)} await shot('wrap'); await p.goto(base+`/pieces/${id}/proof`); await p.waitForTimeout(2500); await shot('proof'); await p.goto(base+`/pieces/${id}/ledger`); await p.waitForTimeout(2500); await shot('ledger') }
await b.close()
