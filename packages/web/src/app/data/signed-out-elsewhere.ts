/** Tabs of one browser tell each other that nobody is signed in here any more. */
const CHANNEL = 'lotrecht-signed-out';

/** Every other tab is told. */
export function tellSignedOut(): void {
  const others = new BroadcastChannel(CHANNEL);
  others.postMessage('signed out');
  others.close();
}

/** Calls back when another tab has signed out. @returns what ends it */
export function whenSignedOutElsewhere(then: () => void): () => void {
  const others = new BroadcastChannel(CHANNEL);
  others.onmessage = then;
  return () => others.close();
}
