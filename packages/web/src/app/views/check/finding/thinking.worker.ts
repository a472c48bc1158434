import { type Question, think, type Thought } from './thinking.ts';

const worker = globalThis as unknown as {
  onmessage: (event: MessageEvent<Question>) => void;
  postMessage: (thought: Thought) => void;
};

worker.onmessage = ({ data }) => worker.postMessage(think(data));
