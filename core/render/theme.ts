import { BLOCK_STYLES } from '../blocks/styles'
import { MOST_BANNERS } from './banners'

const tenths = Array.from({ length: 11 }, (_, index) => index * 10)
/** The point of a picture that stays in sight, in tenths. */
const FOCUS = `img{object-position:var(--fx,50%) var(--fy,50%)}${tenths.map((part) => `.fx-${part}{--fx:${part}%}.fy-${part}{--fy:${part}%}`).join('')}`

/** How long a banner is seen before the next, in seconds, and how long they take to change. */
const TURN = 8
const numbers = Array.from({ length: MOST_BANNERS - 1 }, (_, index) => index + 2)
/** Banners that turn: for each number of them when each is seen. What is not seen cannot be reached by a key either. */
const TURNING = numbers
  .map((n) => {
    const seen = (100 / n).toFixed(3)
    const gone = (100 / n + 0.01).toFixed(3)
    const waits = Array.from({ length: n - 1 }, (_, k) => `.turn-${n} li:nth-child(${k + 2}){animation-delay:${(k + 1) * TURN}s}`)
    return `@keyframes turn-${n}{0%,${seen}%{visibility:visible}${gone}%,100%{visibility:hidden}}.turn-${n}:not(:has(:checked)) li{animation:turn-${n} ${n * TURN}s infinite}${waits.join('')}`
  })
  .join('')
const BANNERS = `.banners{margin:0 0 2rem;position:relative}.banners ul{list-style:none;margin:0;padding:0;display:grid;gap:1.2rem;grid-template-columns:repeat(auto-fit,minmax(15rem,1fr))}.banners li{background:var(--sheet);border:1px solid var(--line);border-radius:6px;overflow:hidden}.banners img{width:100%;aspect-ratio:350/170;object-fit:cover;border-radius:0}.banners li>div{padding:.9rem 1.2rem}.banners p{margin:0 0 .3rem}.banner-title{font:600 1.25rem/1.3 "Source Serif 4",Georgia,serif}.banner-title a{color:inherit}.banners .stop{display:none}
@media (prefers-reduced-motion:no-preference){.banners .stop{display:block;width:fit-content;margin:0 0 .4rem auto;font:.88rem Figtree,system-ui,sans-serif;color:var(--soft)}.banners[class*=turn-]:not(:has(:checked)) ul{grid-template-columns:1fr}.banners[class*=turn-]:not(:has(:checked)) li{grid-area:1/1;visibility:hidden}.banners:hover li,.banners:focus-within li{animation-play-state:paused!important}${TURNING}}
@media (min-width:44rem){.banners:not([class*=turn-]) li,.banners[class*=turn-]:not(:has(:checked)) li{display:grid;grid-template-columns:350px 1fr;align-items:center}}
`

/** Menus that a team has made: at the top in a row, what is below an entry under it; in the foot as columns. */
const MENUS = `.apart{position:absolute;clip-path:inset(50%);width:1px;height:1px;overflow:hidden}
.menu .icon{width:1.1em;height:1.1em;vertical-align:-.18em;margin-right:.4em}.menu small{display:block;font-size:.83em;opacity:.85}
.top .menu>ul>li{position:relative;display:flex;flex-wrap:wrap;align-items:center}.top .menu summary{list-style:none;cursor:pointer;padding:.25rem .35rem}.top .menu summary::-webkit-details-marker{display:none}
.top .menu summary::after{content:"";display:inline-block;width:.42em;height:.42em;margin-left:.35em;border:solid currentColor;border-width:0 2px 2px 0;transform:translateY(-.2em) rotate(45deg)}.top .menu details[open]>summary::after{transform:translateY(.08em) rotate(225deg)}
.top .menu :focus-visible{outline-color:#fff}
.top .menu details>ul{position:absolute;z-index:3;left:-.9rem;top:calc(100% + .35rem);display:block;width:max-content;min-width:12rem;max-width:19rem;max-height:calc(100vh - 6rem);overflow-y:auto;padding:.5rem .9rem;background:var(--sea-deep);border:1px solid #9fd0cb66;border-radius:6px;box-shadow:0 8px 24px #0006}
.top .menu>ul>li:nth-child(n+4):nth-last-child(-n+2) details>ul{left:auto;right:-.5rem}.top .menu details li{padding:.28rem 0}.top .menu details ul ul{display:block;padding:.2rem 0 0 .9rem}
footer .menu{max-width:76rem;margin:0 auto;padding:1.6rem 1.5rem 0}footer .menu ul{list-style:none;margin:0;padding:0}footer .menu>ul{display:grid;grid-template-columns:repeat(auto-fit,minmax(11rem,1fr));gap:1rem 2rem}footer .menu ul ul ul{padding-left:.9rem}
@media (max-width:40rem){.top .menu{width:100%}.top .menu>ul>li:has(details[open]){flex-basis:100%}.top .menu details>ul{position:static;width:auto;max-width:none;max-height:none;border:0;box-shadow:none;padding:.2rem 0 .2rem .9rem}.top .menu a+details[open]{flex-basis:100%;margin-top:-2.1rem;pointer-events:none}.top .menu a+details[open]>*{pointer-events:auto}.top .menu a+details[open]>summary{width:3rem;margin-left:auto;text-align:right}}`

/** The live site's style sheet; its address changes with its text, so that it can be stored for ever. */
export const THEME = `
@font-face{font-family:Figtree;src:url(/fonts/figtree.woff2) format("woff2");font-weight:300 900;font-display:swap}
@font-face{font-family:"Source Serif 4";src:url(/fonts/source-serif-4.woff2) format("woff2");font-weight:200 900;font-display:swap}
@font-face{font-family:"Source Serif 4";src:url(/fonts/source-serif-4-italic.woff2) format("woff2");font-weight:200 900;font-style:italic;font-display:swap}
:root{color-scheme:light dark;--paper:#f7f5f0;--sheet:#fff;--ink:#17262b;--soft:#51616a;--line:#d8d2c4;--sea:#17505e;--sea-deep:#0f3a45;--link:#1f5793;--warn:#8a4b05;--warn-ground:#fdf3e3;--urgent:#9a2f23;--urgent-ground:#fbeae7;--info-ground:#e8f0f6}
@media (prefers-color-scheme:dark){:root{--paper:#10191d;--sheet:#17232a;--ink:#e8ecea;--soft:#a5b3b8;--line:#33434b;--sea:#1b4a57;--sea-deep:#0b2730;--link:#8fc0ee;--warn:#f0b968;--warn-ground:#33260f;--urgent:#f3a093;--urgent-ground:#3a1a15;--info-ground:#172c3b}}
*{box-sizing:border-box}
html{font-size:106.25%}
body{margin:0;display:flex;flex-direction:column;min-height:100vh;background:var(--paper);color:var(--ink);font:400 1rem/1.6 "Source Serif 4",Georgia,serif}
a{color:var(--link);text-underline-offset:.18em;text-decoration-thickness:.06em}
a:hover{text-decoration-thickness:.12em}
:focus-visible{outline:3px solid var(--link);outline-offset:2px;border-radius:2px}
.skip{position:absolute;left:-99rem}.skip:focus{left:1rem;top:.5rem;background:var(--sheet);padding:.4rem .8rem;z-index:2}
.top{background:var(--sea-deep);color:#fff;font-family:Figtree,system-ui,sans-serif;border-bottom:.35rem solid var(--sea)}
.top>div,footer>div,.frame{max-width:76rem;margin:0 auto;padding:0 1.5rem}
.top>div{display:flex;flex-wrap:wrap;gap:.4rem 1.6rem;align-items:center;min-height:4rem;padding-block:.7rem}
.top a{color:#fff;text-decoration:none}.top .name{font:600 1.3rem/1.2 "Source Serif 4",Georgia,serif;margin-right:auto}
.top nav ul{display:flex;flex-wrap:wrap;gap:.2rem 1.2rem;list-style:none;margin:0;padding:0;font-size:.93rem}
.top nav a{padding:.25rem 0;border-bottom:2px solid transparent}.top nav a:hover,.top nav a.inside,.top nav a[aria-current]{border-color:#9fd0cb}
.top form span{position:absolute;clip-path:inset(50%);width:1px;height:1px;overflow:hidden}
.top input{width:9rem}
input,button{font:inherit;font-family:Figtree,system-ui,sans-serif;font-size:.9rem;border-radius:6px;border:1px solid var(--line);padding:.35rem .6rem;background:var(--sheet);color:var(--ink)}
button{background:var(--sea);border-color:var(--sea);color:#fff}
.frame{padding-block:2.2rem 4rem}
@media (min-width:60rem){.with-aside{display:grid;grid-template-columns:14rem minmax(0,1fr);gap:3rem}}
@media (max-width:59.99rem){.with-aside{display:flex;flex-direction:column}.with-aside .tree{order:2;margin-top:2.5rem;align-self:stretch}}
main{max-width:46rem;min-width:0}main:has(.home){max-width:none}.frame{width:100%;flex:1}.frame:not(.with-aside) main{margin-inline:auto}
.opening{position:relative}.opening img{width:100%;height:clamp(11rem,26vw,20rem);object-fit:cover;object-position:50% 60%}.opening h1{position:absolute;left:1.4rem;top:1.4rem;margin:0;color:#fff;background:var(--sea-deep);padding:.5rem 1rem .6rem;border-radius:6px;font-size:clamp(1.4rem,2.6vw,2.1rem)}.opening:not(:has(img)) h1{position:static;color:inherit;background:none;padding:0}
@media (min-width:60rem){.home{display:grid;grid-template-columns:minmax(0,1fr) 21rem;gap:0 3rem}.home .opening{grid-column:1/-1;margin-bottom:1.6rem}.home .banners{grid-column:1/-1;grid-row:2}.home .notices{grid-column:1/-1;grid-row:3}.home .newest{grid-column:1;grid-row:4}.home .parts{grid-column:2;grid-row:4;grid-template-columns:1fr 1fr;align-content:start;border-top:2px solid var(--sea);padding-top:1.2rem}.home .notices .teasers{display:grid;grid-template-columns:repeat(auto-fit,minmax(15rem,1fr));gap:0 2rem}.home .notices .teasers>li{border-top:0;padding-top:.2rem}}
.tree{font:.93rem/1.4 Figtree,system-ui,sans-serif;align-self:start}
.tree .head{font-weight:650;display:block;padding-bottom:.5rem;border-bottom:1px solid var(--line);color:var(--ink);text-decoration:none}
.tree ul{list-style:none;margin:.3rem 0;padding:0}.tree ul ul{padding-left:.9rem;border-left:1px solid var(--line)}
.tree li a{display:block;padding:.3rem 0;color:var(--soft);text-decoration:none}.tree li a:hover,.tree [aria-current]{color:var(--ink);font-weight:600}
.trail ol{display:flex;flex-wrap:wrap;list-style:none;padding:0;margin:0 0 1rem;font:.85rem Figtree,system-ui,sans-serif;color:var(--soft)}
.trail li+li::before{content:"›";margin:0 .5rem}
.trail a{color:var(--soft)}
h1,h2,h3,h4{line-height:1.2;font-weight:600;text-wrap:balance;margin:2.2rem 0 .6rem}
h1{font-size:2.3rem;margin-top:0}h2{font-size:1.5rem}h3{font-size:1.2rem}h4{font-size:1rem}
p,ul,ol,dl,figure,.table{margin:0 0 1.15rem}
.summary{font-size:1.18rem;line-height:1.5;color:var(--soft)}
.facts,.labels,.level{font-family:Figtree,system-ui,sans-serif;font-size:.88rem;color:var(--soft)}
.labels{border-top:1px solid var(--line);padding-top:.9rem;margin-top:2.2rem}
picture{display:contents}img{max-width:100%;height:auto;display:block;border-radius:6px}
.cover{margin-bottom:1.8rem}.cover img{width:100%;aspect-ratio:16/8;object-fit:cover}
figcaption{font:.87rem/1.45 Figtree,system-ui,sans-serif;color:var(--soft);margin-top:.45rem}
a[data-file]::after{content:" (" attr(data-file) ")";font:.86em Figtree,system-ui,sans-serif;color:var(--soft)}
sup,sub{line-height:0}
.look-lead{font-size:1.18rem;line-height:1.5}.look-small{font:.87rem/1.5 Figtree,system-ui,sans-serif;color:var(--soft)}.look-centred{text-align:center}.look-right{text-align:right}
.word-highlight{background:var(--warn-ground);padding:0 .15em;border-radius:3px}.word-quiet{color:var(--soft)}.word-alert{color:var(--urgent);font-weight:600}
${FOCUS}
${BANNERS}.bars p{margin:0;padding:.55rem 1.5rem;font:.95rem/1.4 Figtree,system-ui,sans-serif;text-align:center;background:var(--info-ground)}.bars .warning{background:var(--warn-ground)}.bars .warning b{color:var(--warn)}.bars .urgent{background:var(--urgent-ground)}.bars .urgent b{color:var(--urgent)}.bars b{margin-right:.5rem}
.moment-mark{margin:0;padding:.4rem 1.5rem;font:600 .88rem/1.4 Figtree,system-ui,sans-serif;text-align:center;background:var(--warn-ground);color:var(--warn);position:sticky;top:0;z-index:3}
${Object.values(BLOCK_STYLES).filter(Boolean).join('\n')}
.level{font-weight:650;margin:0 0 .3rem;color:var(--link)}.level.warning,.warning>header>.level{color:var(--warn)}.level.urgent,.urgent>header>.level{color:var(--urgent)}
.teasers{list-style:none;padding:0}.teasers>li{padding:1.1rem 0;border-top:1px solid var(--line)}.teasers :is(h2,h3){margin:0 0 .2rem;font-size:1.2rem}.teasers p{margin:.2rem 0 0}.teasers a{color:inherit;text-decoration-color:var(--line)}
.teasers .pictured{display:grid;grid-template-columns:9rem 1fr;gap:1.2rem}.pictured img{aspect-ratio:4/3;object-fit:cover;width:100%}
.notices{background:var(--warn-ground);border-left:.35rem solid var(--warn);padding:.9rem 1.2rem .2rem;border-radius:6px;margin-bottom:2rem}.notices h2{margin:0;font-size:1.1rem}.notices .teasers{margin:.4rem 0 0}.notices .teasers>li{padding:.7rem 0;border-color:color-mix(in srgb,var(--warn) 25%,transparent)}.notices .facts{color:var(--ink)}.notices .teasers h3{font-size:1.08rem}
.parts{display:grid;grid-template-columns:repeat(auto-fill,minmax(12rem,1fr));gap:1.4rem;margin:2rem 0;font-family:Figtree,system-ui,sans-serif}.parts div>a{font-weight:650}.parts ul{list-style:none;padding:0;margin:.3rem 0 0;font-size:.9rem}.parts li{padding:.12rem 0}
.around{display:flex;justify-content:space-between;gap:2rem;border-top:1px solid var(--line);padding-top:1.2rem;margin-top:2rem}.around a+a,.around span+a{text-align:right}.around span{display:block;font:.8rem Figtree,system-ui,sans-serif;color:var(--soft)}
.series{background:var(--info-ground);border-radius:6px;padding:1rem 1.3rem .2rem;margin:2rem 0}.series p{margin:0 0 .4rem}
.more{columns:2;list-style:none;padding:0}
.paging{display:flex;gap:1.2rem;font-family:Figtree,system-ui,sans-serif;font-size:.93rem;margin-top:1.5rem}
.search{display:flex;gap:.6rem;align-items:end;margin-bottom:1.5rem;font-family:Figtree,system-ui,sans-serif}.search input{display:block;width:min(24rem,60vw)}
form.own{display:grid;gap:.8rem;max-width:24rem;margin:0 0 1.2rem;font-family:Figtree,system-ui,sans-serif}.own label{display:grid;gap:.2rem;font-size:.93rem}.own input{padding:.5rem .7rem;font-size:1rem}.own button{justify-self:start;padding:.5rem 1rem;font-size:.95rem}.own .quiet{background:none;color:var(--link);border-color:var(--line)}.row{display:flex;flex-wrap:wrap;gap:.6rem 1.4rem;margin:0}.problem{margin:0;color:var(--urgent);font-weight:600}.saved{color:var(--link);font-weight:600}.top a.account{white-space:nowrap}
mark{background:var(--warn-ground);color:inherit;font-weight:600}
${MENUS}
footer{background:var(--sea-deep);color:#dfe9e9;font:.9rem/1.6 Figtree,system-ui,sans-serif}footer>div{display:flex;flex-wrap:wrap;gap:1rem 3rem;justify-content:space-between;padding-block:1.6rem}footer a{color:#fff;margin-right:1rem}footer p{margin:0}
.office-entry{position:fixed;right:1rem;bottom:1rem;margin:0;font:600 .88rem Figtree,system-ui,sans-serif}.office-entry a{display:block;background:#1d5b57;color:#fff;padding:.55rem .9rem;border-radius:6px;text-decoration:none}
@media (max-width:40rem){html{font-size:100%}h1{font-size:1.8rem}.teasers .pictured{grid-template-columns:6rem 1fr}.more{columns:1}.frame{padding-inline:1rem}}
@media print{.top nav,.top form,.tree,.around,.paging,footer,.office-entry,.skip{display:none}.top{background:none;color:#000;border:0}.top a,a{color:#000}body{background:#fff;color:#000;font-size:10.5pt}.table{overflow:visible}main{max-width:none}}
`.trim()

/** Bump with the style sheet: readers store it for a year. */
export const THEME_PATH = '/theme/larch-12.css'
