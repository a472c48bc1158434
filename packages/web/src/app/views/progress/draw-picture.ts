import { Observable } from 'rxjs';
import { type PictureAnswer, type PictureQuestion } from './picture.worker.ts';

let worker: Worker | undefined;
let lastId = 0;

/** One worker for every picture of the page: the chart library is loaded once, and never on the page itself. */
function pictureWorker(): Worker {
  return (worker ??= new Worker(new URL('./picture.worker', import.meta.url), { type: 'module' }));
}

/** Draws a picture beside the page. @returns its SVG, once; unsubscribing forgets it */
export function drawPicture(question: Omit<PictureQuestion, 'id'>): Observable<string> {
  return new Observable((subscriber) => {
    const id = ++lastId;
    const drawing = pictureWorker();
    const answered = ({ data }: MessageEvent<PictureAnswer>): void => {
      if (data.id !== id) return;
      subscriber.next(data.svg);
      subscriber.complete();
    };
    const failed = (event: ErrorEvent): void => {
      event.preventDefault();
      worker = undefined;
      subscriber.error(new Error(event.message));
    };
    const unread = (): void => subscriber.error(new Error('a picture could not be read'));
    drawing.addEventListener('message', answered);
    drawing.addEventListener('error', failed);
    drawing.addEventListener('messageerror', unread);
    drawing.postMessage({ ...question, id });
    return () => {
      drawing.removeEventListener('message', answered);
      drawing.removeEventListener('error', failed);
      drawing.removeEventListener('messageerror', unread);
    };
  });
}
