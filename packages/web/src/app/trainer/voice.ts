import { Injectable, signal } from '@angular/core';
import { Observable } from 'rxjs';

/** Slower than in talk: it is heard outdoors, by someone who is doing what it says. */
const RATE = 0.9;

/** The browser's own voices. Only those of the device itself: it works without a network, and nothing goes out. */
@Injectable({ providedIn: 'root' })
export class Voice {
  private readonly chosen = signal<SpeechSynthesisVoice | null>(null);
  /** There is a voice on this device. */
  readonly has = signal(false);

  private readonly speech = 'speechSynthesis' in window ? window.speechSynthesis : null;

  constructor() {
    this.look();
    // Voices come late, after the page.
    this.speech?.addEventListener('voiceschanged', () => this.look());
  }

  /** Says a sentence; complete when it has been said, at once where there is no voice. Given up, it falls silent. */
  say(sentence: string): Observable<never> {
    return new Observable((subscriber) => {
      const [speech, voice] = [this.speech, this.chosen()];
      if (speech === null || voice === null) {
        subscriber.complete();
        return undefined;
      }
      const words = new SpeechSynthesisUtterance(sentence);
      words.voice = voice;
      words.lang = voice.lang;
      words.rate = RATE;
      words.onend = () => subscriber.complete();
      // A voice that fails is no reason to stop: the step stands on the screen.
      words.onerror = () => subscriber.complete();
      speech.speak(words);
      return () => speech.cancel();
    });
  }

  private look(): void {
    const local = (this.speech?.getVoices() ?? []).filter(({ localService }) => localService);
    const voice = local.find(({ lang }) => lang.startsWith('en')) ?? null;
    this.chosen.set(voice);
    this.has.set(voice !== null);
  }
}
