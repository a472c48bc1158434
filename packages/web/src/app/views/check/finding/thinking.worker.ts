import { type Known, type PostedQuestion, type Question, think, type Thought } from './thinking.ts';

const worker = globalThis as unknown as {
  onmessage: (event: MessageEvent<PostedQuestion>) => void;
  postMessage: (thought: Thought) => void;
};

let known: Known = {};

worker.onmessage = ({ data }) => {
  known = data.known ?? known;
  worker.postMessage(think({ ...data, known } as Question));
};
