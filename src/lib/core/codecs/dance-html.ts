import type { Analysis } from '../analysis';
import { ROLES, TICKS_PER_BEAT, type Role } from '../base';
import { poseAt } from '../scene';
import { positionAt } from '../time';
import { danceOf } from '../vocabulary';
import { escaped } from './markup';
import { railSvg } from './rail-svg';
import { saidRows, tempoSaid } from './step-words';

/** Ticks between two pictures of the couple. */
const EVERY = 2;
const cm = (x: number): number => Math.round(x * 100);

/** Where both are, every two ticks: body, facing, left foot, right foot; centimetres and degrees. */
function frames(a: Analysis): number[][] {
  const from = Math.min(0, a.start);
  return Array.from({ length: Math.floor((a.end - from) / EVERY) + 1 }, (_, i) =>
    ROLES.flatMap((role: Role) => {
      const p = poseAt(a, role, from + i * EVERY);
      const foot = (f: 'L' | 'R') => [
        cm(p.feet[f].at.x),
        cm(p.feet[f].at.y),
        Math.round(p.feet[f].angle),
        p.feet[f].weight ? 1 : 0,
      ];
      return [cm(p.body.x), cm(p.body.y), Math.round(p.facing), ...foot('L'), ...foot('R')];
    }),
  );
}

/** One dance of the page: the rail, the couple to play, and the steps in words. */
function section(a: Analysis, heading: string): string {
  const { figure: f } = a;
  const rows = saidRows(a);
  const data = {
    frames: frames(a),
    from: Math.min(0, a.start),
    every: EVERY,
    beat: TICKS_PER_BEAT,
    end: a.end,
    bpm: f.tempo.min,
    facing: f.start.facing,
    says: rows.map(({ tick, count, call }) => [tick, positionAt(tick, f.feel)?.sub || count, call]),
  };
  return `<section class="dance">
${heading}
<p>${escaped(danceOf(f).name)} · ${a.counts} counts · ${tempoSaid(f)}</p>
<div class="play"><div><svg class="floor" viewBox="0 0 320 320" role="img" aria-label="The couple from above"></svg>
<p class="row"><button class="go">Play</button><button class="turn">See from the next side</button><label>speed <select class="speed"><option value="0.5">50 %</option><option value="0.75">75 %</option><option value="1" selected>100 %</option></select></label></p></div>
<p class="count" aria-hidden="true">1</p></div>
<div class="rail">${railSvg(a, false)}</div>
<table><caption>Step by step</caption><thead><tr><th scope="col">count</th><th scope="col">leader</th><th scope="col">follower</th><th scope="col">call</th></tr></thead><tbody>
${rows.map((r) => `<tr><th scope="row">${escaped(r.count)}</th><td>${escaped(r.leader)}</td><td>${escaped(r.follower)}</td><td>${escaped(r.call)}</td></tr>`).join('\n')}
</tbody></table>
${f.cautions.length > 0 ? `<p><b>Caution.</b> ${escaped(f.cautions.join(' '))}</p>` : ''}
<script type="application/json" class="data">${JSON.stringify(data).replace(/</g, '\\u003c')}</script>
</section>`;
}

/**
 * Dances as one HTML file that needs nothing else: of each the rail, the couple on the floor to play and see from any
 * side, the counts and calls, and a table of the steps. No address outside the file is named in it.
 * @example dancesHtml('Tuesday', ['Keep it small.'], [analyse(figure)]).includes('<svg')
 */
export function dancesHtml(title: string, says: readonly string[], dances: readonly Analysis[]): string {
  const one = dances.length === 1 && dances[0]?.figure.name === title;
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${escaped(title)}</title>
<style>${STYLE}</style>
</head>
<body>
<h1>${escaped(title)}</h1>
${says.map((t) => `<p>${escaped(t)}</p>`).join('\n')}
${dances.map((a) => section(a, one ? '' : `<h2>${escaped(a.figure.name)}</h2>`)).join('\n')}
<script>${PLAYER}</script>
</body>
</html>
`;
}

/** One figure as such a file. @example danceHtml(analyse(figure)).includes('<svg') */
export const danceHtml = (a: Analysis): string => dancesHtml(a.figure.name, [], [a]);

const STYLE = `body{margin:0 auto;max-width:1000px;padding:16px;background:#f4efe4;color:#1f2b29;font:16px/1.45 system-ui,sans-serif}
h1{margin:0;font-size:28px}h2{margin:32px 0 0;border-top:3px solid;padding-top:8px}.play{display:flex;gap:20px;flex-wrap:wrap;align-items:center}.floor{width:min(90vw,360px);background:#e6d5b0;border-radius:10px}
.count{font-size:120px;font-weight:800;margin:0;min-width:1.2em;text-align:center}.row{display:flex;gap:8px;flex-wrap:wrap}
button,select{font:inherit;min-height:44px;padding:6px 14px;border:1px solid #1f2b29;border-radius:8px;background:#faf6ee;color:inherit}
.rail{overflow-x:auto}table{border-collapse:collapse;width:100%}th,td{text-align:left;padding:4px 8px;border-bottom:1px solid #d8cdb8}caption{text-align:left;font-weight:700;padding:12px 0 4px}
@media print{.play{display:none}}`;

/** Runs in the file: draws each couple from its frames and moves through them. */
const PLAYER = `document.querySelectorAll('.dance').forEach(function(box){
function one(c){return box.querySelector('.'+c);}
var d=JSON.parse(one('data').textContent),svg=one('floor'),n=one('count');
var C=['#0d5c4b','#b23f17'],side=0,playing=false,t=d.from,last=0,NS='http://www.w3.org/2000/svg',minx=1e9,maxx=-1e9,miny=1e9,maxy=-1e9;
d.frames.forEach(function(f){for(var r=0;r<2;r++){var o=r*11;[0,3,7].forEach(function(k){minx=Math.min(minx,f[o+k]);maxx=Math.max(maxx,f[o+k]);miny=Math.min(miny,f[o+k+1]);maxy=Math.max(maxy,f[o+k+1]);});}});
var cx=(minx+maxx)/2,cy=(miny+maxy)/2,s=320/(Math.max(maxx-minx,maxy-miny,120)+110);
function el(name,a){var e=document.createElementNS(NS,name);for(var k in a)e.setAttribute(k,a[k]);svg.appendChild(e);return e;}
function place(x,y){var g=(d.facing+side*90)*Math.PI/180,c=Math.cos(g),q=Math.sin(g),dx=x-cx,dy=y-cy;return [160+(c*dx-q*dy)*s,160-(q*dx+c*dy)*s];}
function mix(a,b,w){return a+(b-a)*w;}
function draw(){svg.textContent='';var at=(t-d.from)/d.every,i=Math.max(0,Math.min(d.frames.length-1,Math.floor(at))),w=Math.min(1,Math.max(0,at-i)),A=d.frames[i],B=d.frames[Math.min(i+1,d.frames.length-1)];
for(var r=0;r<2;r++){var o=r*11,v=function(k){return mix(A[o+k],B[o+k],w);};
[3,7].forEach(function(k){var p=place(v(k),v(k+1));el('ellipse',{cx:0,cy:0,rx:4.5*s,ry:12*s,fill:C[r],opacity:A[o+k+3]?1:0.5,transform:'translate('+p[0]+' '+p[1]+') rotate('+(v(k+2)-d.facing-side*90)+')'});});
var p=place(v(0),v(1)),g=el('g',{transform:'translate('+p[0]+' '+p[1]+') rotate('+(v(2)-d.facing-side*90)+')'});
var e=document.createElementNS(NS,'path');e.setAttribute('d','M'+(-21*s)+' 0a'+21*s+' '+11*s+' 0 1 0 '+42*s+' 0a'+21*s+' '+11*s+' 0 1 0 '+(-42*s)+' 0M'+(-5*s)+' '+(-11*s)+'L0 '+(-20*s)+'L'+5*s+' '+(-11*s)+'Z');e.setAttribute('fill',C[r]);e.setAttribute('opacity','0.85');g.appendChild(e);
var x=el('text',{x:p[0],y:p[1]+5,'text-anchor':'middle','font-size':14,'font-weight':700,fill:'#fff'});x.textContent=r?'F':'L';}
var said='';d.says.forEach(function(q){if(q[0]<=t+0.01)said=q[1];});n.textContent=said||'1';}
function step(now){if(!playing)return;var dt=(now-last)/1000;last=now;t+=dt*d.bpm/60*d.beat*one('speed').value;if(t>=d.end)t=d.from;draw();requestAnimationFrame(step);}
one('go').onclick=function(){playing=!playing;this.textContent=playing?'Pause':'Play';last=performance.now();if(playing)requestAnimationFrame(step);};
one('turn').onclick=function(){side=(side+1)%4;draw();};draw();});`;
