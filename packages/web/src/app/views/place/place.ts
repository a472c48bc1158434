import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  type ElementRef,
  inject,
  input,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import { formatDistance, type PlaceInput, type PlaceMark, type PlaceView } from '@lotrecht/contract';
import { AcademyApi } from '../../api/academy-api.ts';
import { PlaceApi } from '../../api/place-api.ts';
import { type ApiProblem, toProblem } from '../../api/problem.ts';
import { CurrentWorkStore } from '../../session/current-work.store.ts';
import { SettingsStore } from '../../settings/settings.store.ts';
import { bearingText } from '../../ui/bearings.ts';
import { LandmarkStrip } from '../../ui/landmark-strip.ts';
import { PLACE_KINDS } from '../../ui/place-kinds.ts';
import { ProblemNote } from '../../ui/problem-note.ts';
import { Undo } from '../../ui/undo.ts';
import { type MarkSlip, readMark, type TypedMark } from './new-mark.ts';
import { dropPlaceDraft, keepPlaceDraft, readPlaceDraft } from './place-draft.ts';

const EMPTY: TypedMark = {
  name: '',
  kind: 'target',
  distance: '',
  besideId: '',
  side: 'right',
  offset: '',
  offsetIn: 'across',
};

/** The mark that others are told from: the one straight ahead, or the first. */
function zeroOf(marks: readonly PlaceMark[]): string | null {
  return (marks.find((m) => m.bearingDeg === 0) ?? marks[0])?.id ?? null;
}

/** One place: name, kind, and what is seen from the ball, entered in seconds and tried on the strip at once. */
@Component({
  selector: 'lo-place',
  imports: [MatButton, RouterLink, LandmarkStrip, ProblemNote],
  templateUrl: './place.html',
  styleUrl: './place.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PlacePage {
  /** From the address; absent for a new place. */
  readonly placeId = input<string>();

  protected readonly kinds = Object.entries(PLACE_KINDS) as [PlaceInput['kind'], string][];
  protected readonly name = signal('');
  protected readonly kind = signal<PlaceInput['kind']>('range');
  protected readonly marks = signal<readonly PlaceMark[]>([]);
  protected readonly targetId = signal<string | null>(null);
  protected readonly pointed = signal<number | null>(null);
  protected readonly typed = signal<TypedMark>(EMPTY);
  protected readonly slip = signal<MarkSlip | null>(null);
  protected readonly nameSlip = signal<string | null>(null);
  protected readonly stored = signal<PlaceView | null>(null);
  protected readonly problem = signal<ApiProblem | null>(null);
  protected readonly state = signal<'as-stored' | 'on-this-device' | 'saving' | 'kept'>('as-stored');
  protected readonly bearingText = bearingText;
  protected readonly unit = computed(() => this.settings.settings().distanceUnit);
  protected readonly stateText = computed(
    () =>
      ({
        'as-stored': '',
        'on-this-device': 'Changed, only on this device',
        saving: 'Keeping …',
        kept: 'Kept',
      })[this.state()],
  );

  private readonly settings = inject(SettingsStore);
  private readonly api = inject(PlaceApi);
  private readonly academy = inject(AcademyApi);
  private readonly router = inject(Router);
  private readonly undo = inject(Undo);
  private readonly newName = viewChild<ElementRef<HTMLInputElement>>('newName');
  /** Chosen once, so that a save that is sent again makes no second place. */
  private newId: string = crypto.randomUUID();

  constructor() {
    inject(CurrentWorkStore).clear();
    this.settings.load().subscribe({ error: (error: unknown) => this.problem.set(toProblem(error)) });
    effect(() => {
      const id = this.placeId();
      untracked(() => this.open(id));
    });
  }

  protected distanceText({ distanceM }: PlaceMark): string {
    return formatDistance(distanceM, this.unit());
  }

  protected chooseKind(kind: PlaceInput['kind']): void {
    this.kind.set(kind);
    this.changed();
  }

  protected type(change: Partial<TypedMark>): void {
    this.typed.update((typed) => ({ ...typed, ...change }));
    this.slip.set(null);
    this.changed();
  }

  /** Adds what is typed and goes back to the name, ready for the next mark. */
  protected add(): boolean {
    const read = readMark(this.typed(), this.marks(), this.unit());
    if ('message' in read) {
      this.slip.set(read);
      return false;
    }
    this.slip.set(null);
    this.marks.update((marks) => [...marks, read]);
    this.targetId.update((id) => id ?? read.id);
    const { side, offsetIn, besideId } = this.typed();
    this.typed.set({ ...EMPTY, side, offsetIn, besideId: besideId || (zeroOf(this.marks()) ?? '') });
    this.changed();
    this.newName()?.nativeElement.focus();
    return true;
  }

  protected switchKind(id: string): void {
    this.marks.update((marks) =>
      marks.map((m) => (m.id === id ? { ...m, kind: m.kind === 'target' ? 'landmark' : 'target' } : m)),
    );
    this.changed();
  }

  protected takeAway(id: string): void {
    this.marks.update((marks) => marks.filter((m) => m.id !== id));
    if (this.targetId() === id) this.targetId.set(zeroOf(this.marks()));
    this.typed.update((typed) => ({ ...typed, besideId: zeroOf(this.marks()) ?? '' }));
    this.changed();
  }

  protected changed(): void {
    this.state.set('on-this-device');
    keepPlaceDraft({
      id: this.placeId() ?? this.newId,
      isNew: this.placeId() === undefined,
      typed: this.typed(),
      ...this.content(),
    });
  }

  /** A half-typed mark is added first, so that Keep never drops it. */
  protected keep(): void {
    if (this.typed().name.trim() !== '' && !this.add()) return;
    const content = this.content();
    this.nameSlip.set(content.name === '' ? 'Name the place, as you call it.' : null);
    if (content.name === '') return;
    const id = this.placeId() ?? this.newId;
    this.problem.set(null);
    this.state.set('saving');
    this.api.save(id, content).subscribe({
      next: (saved) => {
        dropPlaceDraft();
        this.show(saved);
        this.stored.set(saved);
        this.state.set('kept');
        if (this.placeId() === undefined) void this.router.navigate(['/places', id], { replaceUrl: true });
      },
      error: (error: unknown) => {
        this.state.set('on-this-device');
        this.problem.set(toProblem(error));
      },
    });
  }

  protected remove(id: string): void {
    this.academy.remove('places', id).subscribe({
      next: () => {
        dropPlaceDraft();
        void this.router.navigate(['/places']);
        this.undo.offer('Place', 'places', id, () => void this.router.navigate(['/places', id]));
      },
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }

  private content(): PlaceInput {
    return {
      revision: this.stored()?.revision ?? 0,
      name: this.name().trim(),
      kind: this.kind(),
      marks: [...this.marks()],
    };
  }

  private open(id: string | undefined): void {
    const draft = readPlaceDraft();
    if (id === undefined) {
      if (draft?.isNew !== true) return;
      this.newId = draft.id;
      this.show(draft);
      this.typed.set(draft.typed);
      this.state.set('on-this-device');
      return;
    }
    if (this.stored()?.id === id) return;
    this.api.place(id).subscribe({
      next: (place) => {
        this.stored.set(place);
        const typedHere = draft?.id === id && draft.revision === place.revision;
        this.show(typedHere ? draft : place);
        if (!typedHere) this.state.set('kept');
        if (typedHere) {
          this.typed.set(draft.typed);
          this.state.set('on-this-device');
        }
      },
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }

  private show({ name, kind, marks }: PlaceInput): void {
    this.name.set(name);
    this.kind.set(kind);
    this.marks.set(marks);
    this.targetId.update((id) => (marks.some((m) => m.id === id) ? id : zeroOf(marks)));
    this.typed.set({ ...EMPTY, besideId: zeroOf(marks) ?? '' });
  }
}
