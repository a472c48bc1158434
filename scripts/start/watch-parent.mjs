import { readFileSync } from 'node:fs';
import { commandLine, isAlive } from './processes.mjs';

const EVERY_MS = 500;
/** npm runs a shell that runs us; nobody stands further away. */
const MOST_ANCESTORS = 4;

function parentOf(pid) {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
    return Number(stat.slice(stat.lastIndexOf(')') + 2).split(' ')[1]);
  } catch {
    // No such system, or the process is gone.
    return 0;
  }
}

/** @returns {number[]} whoever has to be there for us to be wanted: our parent, and npm where npm has started us */
function ancestors() {
  if (process.env.npm_lifecycle_event === undefined) return [];
  const chain = [];
  for (let pid = process.ppid; pid > 1 && chain.length < MOST_ANCESTORS; pid = parentOf(pid)) {
    chain.push(pid);
    if (/^npm\b|\bnpm(-cli\.js)?\b/.test(commandLine(pid)) && !/^\S*sh -c/.test(commandLine(pid)))
      return chain;
  }
  return chain.slice(0, 1);
}

/**
 * npm that is ended does not always tell whom it has started. Whoever has started us through it is watched: when one of
 * them is gone, so are we. A start by hand is not watched: it may be left running on purpose.
 */
export function watchParent(onGone) {
  const watched = ancestors();
  if (watched.length === 0) return;
  const first = process.ppid;
  const timer = setInterval(() => {
    if (process.ppid === first && watched.every(isAlive)) return;
    clearInterval(timer);
    onGone();
  }, EVERY_MS);
  timer.unref();
}
