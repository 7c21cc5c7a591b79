import { chromium } from 'playwright-core'
import { CHROMIUM } from './scripts/lib/chromium.mjs'
const [,, size='1280x800', units='mm', ...shots] = process.argv
const [w,h]=size.split('x').map(Number)
const b = await chromium.launch(CHROMIUM)
const p = await b.newPage({ viewport: { width: w, height: h }, hasTouch: w<800 })
p.on('pageerror', (e) => console.log('ERR', e.message))
await p.addInitScript(() => localStorage.setItem('verger-tour', 'seen'))
const base='http://127.0.0.1:4990'
await p.goto(base)
await p.getByRole('button', { name: 'Open the demo workshop' }).click()
await p.waitForTimeout(2500)
await p.goto(base+'/workshop'); await p.waitForTimeout(1500)
await p.getByLabel('Lengths are said in').selectOption(units).catch(async e=>console.log('unit',e.message.slice(0,100)))
await p.waitForTimeout(1500)
for (const s of shots) { const [path,out,extra]=s.split('=')
  await p.goto(base+path); await p.waitForTimeout(5000)
  if (extra) { await p.evaluate((y)=>window.scrollTo(0,Number(y)), extra); await p.waitForTimeout(500) }
  await p.screenshot({ path: out }) 
  const wide=await p.evaluate(()=>document.documentElement.scrollWidth-innerWidth); if(wide>0) console.log(path,'wider by',wide)
}
await b.close()
