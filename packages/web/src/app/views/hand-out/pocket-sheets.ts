import { ChangeDetectionStrategy, Component, inject, input, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { type CheckView, type PrintRequest, type StudentView, type MethodDocument } from '@lotrecht/records';
import { PrintApi } from '../../api/print-api.ts';
import { type ApiProblem, toProblem } from '../../api/problem.ts';
import { MethodStore } from '../../methods/method.store.ts';
import { SessionStore } from '../../session/session.store.ts';
import { SettingsStore } from '../../settings/settings.store.ts';
import { ProblemNote } from '../../ui/problem-note.ts';
import { saveFile } from '../../ui/save-file.ts';
import { firstNameOf } from '../../words/words.ts';
import { cardOf, footprintsOf } from './sheets-of-check.ts';

/** What goes on the ground and into a pocket: printed from the check, stored nowhere. */
@Component({
  selector: 'lo-pocket-sheets',
  imports: [MatButton, ProblemNote],
  template: `
    @if (problem(); as p) {
      <lo-problem-note [problem]="p" [canRetry]="false" />
    }
    <div class="doing">
      <button matButton="outlined" type="button" (click)="footprints('goal')">Footprint map, PDF</button>
      <button matButton="outlined" type="button" (click)="footprints('now')">
        Footprints as they were, PDF
      </button>
      <button matButton="outlined" type="button" (click)="degreeCard()">Degree card, PDF</button>
      <button matButton="outlined" type="button" (click)="partnerCard()">Partner card, PDF</button>
    </div>
  `,
  styles: `
    .doing {
      display: flex;
      flex-wrap: wrap;
      gap: 10px;
      margin: 10px 0;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PocketSheets {
  readonly check = input.required<CheckView>();
  readonly student = input.required<StudentView>();
  readonly paper = input.required<PrintRequest['paper']>();

  private readonly api = inject(PrintApi);
  private readonly methods = inject(MethodStore);
  private readonly session = inject(SessionStore);
  private readonly settings = inject(SettingsStore);
  protected readonly problem = signal<ApiProblem | null>(null);

  protected footprints(stands: 'goal' | 'now'): void {
    const firstName = firstNameOf(this.student().name);
    this.print({
      kind: 'footprints',
      ...this.file(),
      wish: footprintsOf(this.check(), {
        stands,
        shoeMm: this.student().shoeMm,
        ballRules: this.method() ?? { ballTable: 'graded' },
      }),
      words: {
        title: `Footprints of ${firstName}, ${stands === 'now' ? 'as they were' : 'as they should be'}`,
        ground: this.check().document.club?.name ?? 'usual stance',
        foot: this.session.academyName(),
      },
    });
  }

  protected degreeCard(): void {
    const { name, handedness } = this.student();
    const { document } = this.check();
    const method = this.method();
    if (method === undefined) return;
    this.print({
      kind: 'degree-card',
      ...this.file(),
      wish: {
        ...cardOf(document, method, this.settings.settings().equipment.rodsMm),
        firstName: firstNameOf(name),
        handedness,
        foot: this.session.academyName(),
      },
    });
  }

  /** What the check was judged by, an own method with the others; without one the usual. */
  private method(): MethodDocument | undefined {
    const { document, record } = this.check();
    const id = document.method?.id ?? record?.ownMethod?.id;
    const [usual] = this.methods.all();
    return this.methods.all().find((m) => m.id === id) ?? usual;
  }

  protected partnerCard(): void {
    const wish = { handedness: this.student().handedness, foot: this.session.academyName() };
    this.print({ kind: 'partner-card', ...this.file(), wish });
  }

  private file(): Pick<PrintRequest, 'format' | 'paper'> {
    return { format: 'pdf', paper: this.paper() };
  }

  private print(request: PrintRequest): void {
    this.problem.set(null);
    this.api.print(request).subscribe({
      next: (blob) => saveFile(`lotrecht-${request.kind}.${request.format}`, blob.type, blob),
      error: (error: unknown) => this.problem.set(toProblem(error)),
    });
  }
}
