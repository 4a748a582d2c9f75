import { chromium } from '@playwright/test';
const steps=JSON.parse(process.argv[2]); const size=(process.argv[3]??'1280x800').split('x').map(Number);
const b=await chromium.launch({executablePath:process.env.CHROMIUM??'/usr/bin/chromium'});
const ctx=await b.newContext({viewport:{width:size[0],height:size[1]},colorScheme:process.argv[4]??'light',reducedMotion:'reduce'});
const p=await ctx.newPage(); p.setDefaultTimeout(6000);
p.on('console',m=>{if(m.type()==='error'||m.type()==='warning')console.log('console',m.type(),m.text().slice(0,300))}); p.on('pageerror',e=>console.log('pageerror',e.message.slice(0,400)));
for(const s of steps){ try{
 if(s.goto) await p.goto('http://localhost:4399'+s.goto);
 if(s.role) await p.getByRole(s.role,{name:new RegExp(s.name,'i')}).first().click();
 if(s.select) await p.getByRole('combobox',{name:s.select,exact:true}).first().selectOption({label:s.label});
 if(s.fill) await p.getByLabel(s.fill).first().fill(s.text);
 if(s.key) await p.keyboard.press(s.key);
 if(s.wait) await p.waitForTimeout(s.wait);
 if(s.gone) await p.getByText(s.gone).first().waitFor({state:'detached',timeout:60000});
 if(s.text_) console.log(await p.locator(s.text_).allInnerTexts());
 if(s.shot) await p.screenshot({path:`/tmp/${s.shot}.png`});
}catch(e){console.log('step failed',JSON.stringify(s),e.message.slice(0,300)); await p.screenshot({path:'/tmp/failed.png'});}}
await b.close();
