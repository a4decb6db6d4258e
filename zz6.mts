import { lives } from './trials/lives.ts'
for (const family of ['level','level-volts','pressure','speed'].concat([])) for (const points of [3,4,5,7,10]) {
  try {
  const { inside, of, refused } = lives(family, points, 300, points)
  const s=(a: number[])=>a.reduce((x,y)=>x+y,0)
  console.log(family, points, (100*s(inside)/s(of)).toFixed(1), inside.map((n,k)=>Math.round(100*n/of[k]!)).join(' '), refused)
  } catch (e) { console.log(family, points, String(e)) }
}
