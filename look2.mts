import { b, open } from './look.mts'
const p = await open('maren.ostby')
await p.goto('/office/people?view=routes'); await p.waitForTimeout(900)
await p.screenshot({path:'/tmp/w/o1.png'})
await p.getByRole('link',{name:/Change the route Fares/}).click(); await p.waitForTimeout(1200)
await p.screenshot({path:'/tmp/w/o2.png'})
await p.setViewportSize({width:390,height:844}); await p.waitForTimeout(500)
await p.screenshot({path:'/tmp/w/o3.png'})
await b.close()
