import { chromium } from 'playwright-core'
import { CHROMIUM } from './scripts/lib/chromium.mjs'
// node shot.mjs WxH 'path=out=js' ... : js runs with page p
const [,, size='1280x800', ...shots] = process.argv
const [w,h]=size.split('x').map(Number)
const b = await chromium.launch(CHROMIUM)
const p = await b.newPage({ viewport: { width: w, height: h }, hasTouch: w<800, reducedMotion: 'reduce' })
p.on('pageerror', (e) => console.log('ERR', e.message))
p.on('console', (m) => m.type()==='error' && console.log('CON', m.text().slice(0,200)))
await p.addInitScript(() => localStorage.setItem('verger-tour', 'seen'))
const base='http://127.0.0.1:4990'
await p.goto(base)
await p.getByRole('button', { name: 'Open the demo workshop' }).click()
await p.waitForTimeout(2500)
for (const s of shots) { const [path,out,...rest]=s.split('='); const js=rest.join('=')
  if (path) { await p.goto(base+path); await p.waitForTimeout(4000) }
  if (js) { await (new Function('p','return (async()=>{'+js+'})()'))(p); await p.waitForTimeout(1500) }
  await p.screenshot({ path: out }) 
  const wide=await p.evaluate(()=>document.documentElement.scrollWidth-innerWidth); if(wide>0) console.log(path,'wider by',wide)
}
await b.close()
