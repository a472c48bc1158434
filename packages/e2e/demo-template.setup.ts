import { Installation, TEMPLATE } from './pages/installation.ts';

/** Loads the demo once, as a first start does it: the installations of the stories begin from a copy of its folder. */
export default async function makeTemplate(): Promise<() => Promise<void>> {
  const installation = new Installation();
  await installation.start();
  installation.noteDemo();
  await installation.stop();
  process.env[TEMPLATE] = installation.dataDir;
  return () => installation.remove();
}
