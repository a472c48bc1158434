import { MatInput } from '@angular/material/input';
import { MatOption, MatSelect } from '@angular/material/select';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  inject,
  input,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import { type PlaceInput, type PlaceMark, type PlaceView } from '@lotrecht/records';
import { formatDistance } from '@lotrecht/words';
import { from, of, switchMap } from 'rxjs';
import { loaded } from '../../data/loaded.ts';
import { AcademyApi } from '../../api/academy-api.ts';
import { takeEarlierPlace } from '../../data/earlier-drafts.ts';
import { PLACE } from '../../data/kinds/place.ts';
import { RecordApi } from '../../data/record-api.ts';
import { stored } from '../../data/stored-record.ts';
import { CurrentWorkStore } from '../../session/current-work.store.ts';
import { SettingsStore } from '../../settings/settings.store.ts';
import { bearingText } from '../../ui/bearings.ts';
import { LandmarkStrip } from '../../ui/landmark-strip.ts';
import { NumberField } from '../../ui/number-field.ts';
import { PLACE_KINDS } from '../../words/place-kinds.ts';
import { ProblemNote } from '../../ui/problem-note.ts';
import { RecordTrouble } from '../../ui/record-trouble.ts';
import { Undo } from '../../ui/undo.ts';
import { type MarkSlip, readMark, type TypedMark } from './new-mark.ts';

/** The address of a place that is not there yet. */
const NEW = 'new';

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
  imports: [
    LandmarkStrip,
    MatButton,
    MatFormField,
    MatInput,
    MatLabel,
    MatOption,
    MatSelect,
    NumberField,
    ProblemNote,
    RecordTrouble,
    RouterLink,
  ],
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
  /** The mark that is looked at closer. */
  protected readonly chosen = computed(() => this.marks().filter(({ id }) => id === this.targetId()));
  protected readonly pointed = signal<number | null>(null);
  protected readonly typed = signal<TypedMark>(EMPTY);
  protected readonly slip = signal<MarkSlip | null>(null);
  protected readonly nameSlip = signal<string | null>(null);
  protected readonly record = stored(PLACE);
  protected readonly stored = this.record.stored;
  protected readonly state = this.record.state;
  protected readonly bearingText = bearingText;
  protected readonly unit = computed(() => this.settings.settings().distanceUnit);
  protected readonly stateText = computed(
    () =>
      ({
        'as-stored': '',
        'on-this-device': 'Changed, only on this device',
        saving: 'Keeping …',
        waiting: 'Waiting for the connection; on this device',
        conflict: 'Changed elsewhere',
        kept: 'Kept',
      })[this.state()],
  );

  private readonly settings = inject(SettingsStore);
  private readonly api = inject(RecordApi);
  private readonly academy = inject(AcademyApi);
  private readonly router = inject(Router);
  private readonly undo = inject(Undo);
  /** One that was kept just now has its address, and is on the screen already. */
  protected readonly opened = loaded({
    of: () => this.placeId() ?? NEW,
    from: (id) => {
      if (id === NEW) return from(this.beginNew());
      if (untracked(this.stored)?.id === id) return of(true);
      return this.api.one<PlaceView>(PLACE, id).pipe(switchMap((place) => this.begin(id, place)));
    },
  });
  /** Nothing of the one before stands under the address of another, and nothing is typed before the device has answered. */
  protected readonly shown = computed(
    () => this.record.ready() && (this.placeId() === undefined || this.stored()?.id === this.placeId()),
  );
  /** Of fetching, the settings and deleting; what a save meets is the record’s. */
  protected readonly problem = this.opened.problem;
  private readonly newName = viewChild<ElementRef<HTMLInputElement>>('newName');

  constructor() {
    inject(CurrentWorkStore).clear();
    this.settings.load().subscribe({ error: this.opened.failed });
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

  /** @param heightM null: nobody has said */
  protected stands(id: string, heightM: number | null): void {
    this.marks.update((marks) =>
      marks.map((m) => {
        if (m.id !== id) return m;
        const { heightM: _before, ...mark } = m;
        return heightM === null ? mark : { ...mark, heightM: Number(heightM.toFixed(2)) };
      }),
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
    this.record.typed(this.content(), this.typed());
  }

  /** A half-typed mark is added first, so that Keep never drops it. */
  protected keep(): void {
    if (this.typed().name.trim() !== '' && !this.add()) return;
    const content = this.content();
    this.nameSlip.set(content.name === '' ? 'Name the place, as you call it.' : null);
    if (content.name === '') return;
    this.record.save(content).subscribe((saved) => this.kept(saved));
  }

  protected kept(saved: PlaceView): void {
    // What was typed while it was on its way stays.
    if (this.state() === 'kept') this.show(saved);
    if (this.placeId() === undefined) void this.router.navigate(['/places', saved.id], { replaceUrl: true });
  }

  protected remove(id: string): void {
    this.academy.remove('places', id).subscribe({
      next: () => {
        this.record.forget();
        void this.router.navigate(['/places']);
        this.undo.offer('Place', 'places', id, () => void this.router.navigate(['/places', id]));
      },
      error: this.opened.failed,
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

  /** A new place that was begun here and not kept goes on where it was left. */
  private async beginNew(): Promise<boolean> {
    const earlier = await this.record.beginNew(crypto.randomUUID());
    const { input, more } = earlier ?? { input: takeEarlierPlace(), more: null };
    if (input !== null) this.showTyped(input, more);
    return true;
  }

  private async begin(id: string, place: PlaceView): Promise<boolean> {
    const earlier = await this.record.begin(id, place);
    if (id !== this.placeId()) return false;
    this.show(place);
    if (earlier === null) this.state.set('kept');
    else this.showTyped(earlier.input, earlier.more);
    return true;
  }

  /** @param mark the mark that was being typed */
  private showTyped(place: PlaceInput, mark: unknown): void {
    this.show(place);
    if (mark !== null) this.typed.set(mark as TypedMark);
  }

  protected show({ name, kind, marks }: PlaceInput): void {
    this.name.set(name);
    this.kind.set(kind);
    this.marks.set(marks);
    this.targetId.update((id) => (marks.some((m) => m.id === id) ? id : zeroOf(marks)));
    this.typed.set({ ...EMPTY, besideId: zeroOf(marks) ?? '' });
  }
}
