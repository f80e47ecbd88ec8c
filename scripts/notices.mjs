/*
 * Writes static/licences.txt: the licence of every package of which something is served, with where its source is.
 * Part of every build. What is served comes from the dependencies, from the framework, and from what those need.
 */
import { existsSync, readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

const FILE = 'static/licences.txt';
/** Development packages of which parts end up in what is served. */
const BUNDLED = ['svelte', '@sveltejs/kit', '@internationalized/date'];

const lock = JSON.parse(readFileSync('package-lock.json', 'utf8')).packages;
const own = JSON.parse(readFileSync('package.json', 'utf8'));

/** Where a package lies that another one asks for: beside it, or further up. */
function placeOf(name, from) {
  for (let at = from; ; at = at.slice(0, Math.max(0, at.lastIndexOf('/node_modules/')))) {
    const place = `${at}${at ? '/' : ''}node_modules/${name}`;
    if (lock[place]) return place;
    if (at === '') return undefined;
  }
}

function everythingServed() {
  const found = new Set();
  const open = [...Object.keys(own.dependencies), ...BUNDLED].map((name) => placeOf(name, ''));
  for (let place = open.pop(); open.length > 0 || place; place = open.pop()) {
    if (!place || found.has(place)) continue;
    found.add(place);
    for (const name of Object.keys(lock[place].dependencies ?? {})) open.push(placeOf(name, place));
  }
  return [...found].sort();
}

const LICENCE = /^(licen[cs]e|copying|ofl|notice)(\.|-|$)/i;
function textsOf(place) {
  return readdirSync(place)
    .filter((file) => LICENCE.test(file))
    .sort()
    .map((file) => readFileSync(join(place, file), 'utf8').trim());
}

function entry(place) {
  const { name, version, license, author, repository } = JSON.parse(
    readFileSync(join(place, 'package.json'), 'utf8'),
  );
  const source = typeof repository === 'string' ? repository : repository?.url;
  const by = typeof author === 'string' ? author : author?.name;
  const texts = textsOf(place);
  return [
    `${name} ${version}`,
    `Licence: ${typeof license === 'string' ? license : (lock[place].license ?? 'see below')}`,
    ...(by ? [`Author: ${by}`] : []),
    ...(source ? [`Source: ${source.replace(/^git\+/, '')}`] : []),
    '',
    ...(texts.length > 0
      ? texts
      : ['This package ships no licence text of its own; its licence is named above.']),
  ].join('\n');
}

const rule = `\n\n${'='.repeat(78)}\n\n`;
const text =
  [
    'Brisk Partner is made with the work of others. This file names every package of which something is served to you,\n' +
      'with its licence. Packages under the Mozilla Public License can be had as source at the address given with each.',
    ...everythingServed()
      .filter((place) => existsSync(place))
      .map(entry),
  ].join(rule) + '\n';
if (!existsSync(FILE) || readFileSync(FILE, 'utf8') !== text) writeFileSync(FILE, text);
