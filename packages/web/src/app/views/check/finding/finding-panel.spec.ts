import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import {
  advisedMoveOf,
  budgetsOfCheck,
  causeOf,
  chainsOfResult,
  type CheckParts,
  composeCheck,
  solveDocument,
  type TypedReading,
} from '@lotrecht/judging';
import { drillsFor } from '@lotrecht/paper';
import { type ResultDocument } from '@lotrecht/records';
import { type LineKey } from '../../../words/words.ts';
import { FindingPanel, type FindingGround } from './finding-panel.ts';

const toes = (trailGapMm: number): TypedReading => ({
  line: 'toes',
  by: 'gaps',
  values: { leadGapMm: 571, trailGapMm, baseMm: 450 },
});
const FACE: TypedReading = {
  line: 'face',
  by: 'faceRod',
  values: { faceGapMm: 0, tipGapMm: 0, lengthMm: 600 },
};
const rod = (line: LineKey, differenceMm: number): TypedReading => ({
  line,
  by: 'gaps',
  rod: true,
  values: { leadGapMm: 430, trailGapMm: 430 + differenceMm, baseMm: 1220 },
});

interface Panel {
  readonly text: string;
  readonly element: HTMLElement;
  readonly chosen: (LineKey | null)[];
  /** Turned to the student. @returns what it says then */
  readonly turn: () => Promise<string>;
}

async function panelOf(
  change: Partial<CheckParts>,
  ground: Partial<FindingGround> = {},
  open?: string,
  answer?: (solved: ResultDocument) => ResultDocument,
): Promise<Panel> {
  const handedness = change.handedness ?? 'right';
  const document = composeCheck({
    handedness,
    club: { group: 'mid-iron' },
    target: {},
    readings: [toes(602), FACE],
    ...change,
  });
  const solved = document ? solveDocument(document, { answer: 'live' }) : null;
  const result = solved && (answer?.(solved) ?? solved);
  TestBed.resetTestingModule();
  TestBed.configureTestingModule({ providers: [provideRouter([])] });
  const fixture = TestBed.createComponent(FindingPanel);
  const chosen: (LineKey | null)[] = [];
  fixture.componentInstance.choose.subscribe((line) => chosen.push(line));
  fixture.componentRef.setInput('result', result);
  fixture.componentRef.setInput('ground', {
    handedness,
    // As the check itself makes them.
    advised: (key) => (document && result ? advisedMoveOf(document, result, key) : null),
    budget: (key) => document && budgetsOfCheck(document, { rodMm: 1220 }).find(({ line }) => line === key),
    aim: { targetName: 'Barge', seen: [{ name: 'Kiln', fromTargetDeg: 4.2 }], unit: 'm' },
    figuresFirst: false,
    drills: (key) =>
      drillsFor(key)
        .slice(0, 3)
        .map(({ name }) => name),
    units: { length: 'mm', distance: 'm' },
    cause: result && causeOf(result, ['face', 'toes'], null),
    chains: result ? chainsOfResult(result) : [],
    madeFrom: 'From today’s readings, and how the lines of a body usually go together.',
    longClub: false,
    sentences: [],
    about: [],
    ...ground,
  } satisfies FindingGround);
  await fixture.whenStable();
  const element = fixture.nativeElement as HTMLElement;
  if (open !== undefined) {
    element.querySelector<HTMLButtonElement>(`[aria-label="${open}: details"]`)?.click();
    await fixture.whenStable();
  }
  const said = (): string => (element.textContent ?? '').replace(/\s+/g, ' ');
  const turn = async (): Promise<string> => {
    fixture.componentRef.setInput('forStudent', true);
    await fixture.whenStable();
    return said();
  };
  return { text: said(), element, chosen, turn };
}

describe('the finding', () => {
  it('says what to do first while nothing was read', async () => {
    const { text } = await panelOf({ readings: [] });
    expect(text).toContain('as soon as both its gaps and its base are in');
  });

  it('names the line to fix first with its move, its split and its feel', async () => {
    const { text } = await panelOf({}, { targetDistanceM: 150 });
    expect(text).toContain('Toes first.');
    expect(text).toMatch(/They aim 9\.9 m right of Barge, near Kiln\. 3\.\d° closed/);
    expect(text).toContain(
      'Drills: Rod along the toes; Rod between ball and feet; Shaft upright while the feet arrive.',
    );
    expect(text).not.toContain('%');
    expect(text).toContain('Trail toe 30 mm toward the line.');
    expect(text).toContain('trail 15 mm in, lead 15 mm back');
    expect(text).toContain('It will feel aimed 9.9 m left of where it feels now.');
  });

  it('turned to the student says little, and no figure of how sure it is', async () => {
    const { element, turn } = await panelOf({}, { targetDistanceM: 150 });
    const text = await turn();
    expect(element.querySelector('h2')?.textContent).toMatch(/^Toes first/);
    expect(text).toContain('They aim 9.9 m right of Barge, near Kiln.');
    expect(text).toContain('Trail toe 30 mm toward the line.');
    expect(text).not.toMatch(/[%±°]/);
    expect(element.querySelectorAll('button')).toHaveLength(0);
  });

  it('tells the feel from where the student felt aimed, if anyone asked', async () => {
    const { text } = await panelOf({}, { targetDistanceM: 150, feltDeg: -2 });
    expect(text).toContain('Felt aimed 5.2 m left of the target. Corrected, it will feel 15 m left of it.');
  });

  it('leaves the feel out without a distance', async () => {
    expect((await panelOf({})).text).not.toContain('feel aimed');
  });

  it('mirrors the feel for a left-hander, and keeps the move', async () => {
    const { text } = await panelOf({ handedness: 'left' }, { targetDistanceM: 150 });
    expect(text).toContain('They aim 9.9 m left of Barge.');
    expect(text).toContain('Trail toe 30 mm toward the line.');
    expect(text).toContain('9.9 m right of where it feels now');
  });

  it('says a line first where it is certain, and how likely where it is not, with its chance one tap below', async () => {
    const likely =
      (p: number) =>
      (solved: ResultDocument): ResultDocument => {
        const { posterior } = structuredClone(solved);
        if (posterior === undefined) throw new Error('an answer was asked for');
        for (const of of [posterior, posterior.today]) if (of) of.lines.toes.probabilityFirst = p;
        return { ...solved, posterior };
      };
    expect((await panelOf({}, {}, undefined, likely(0.86))).text).toContain('Toes first.');
    expect((await panelOf({}, {}, undefined, likely(0.6))).text).toMatch(
      /Toes first, (most likely|perhaps)\./,
    );
    expect((await panelOf({}, { figuresFirst: true })).text).toMatch(/Toes first: \d+ %\./);
  });

  it('says so when what comes first was not read', async () => {
    const { text } = await panelOf({ readings: [toes(602)] });
    expect(text).toContain('Read the face next.Nobody has read it yet, and it may come first.');
    expect(text).not.toContain('aims 2');
  });

  it('says where a line aims from all that is known, and keeps the tape’s angle one tap below', async () => {
    const angle = ({ element }: Panel): HTMLElement | null => element.querySelector<HTMLElement>('.angle');
    const closed = await panelOf({}, { targetDistanceM: 150 });
    expect(closed.text).toContain('aims 9.9 m right');
    expect(angle(closed)?.hidden).toBe(true);
    expect((await panelOf({ handedness: 'left' }, { targetDistanceM: 150 })).text).toContain(
      'aims 9.9 m left',
    );
    const opened = await panelOf({}, { targetDistanceM: 150 }, 'Toes');
    expect(angle(opened)?.hidden).toBe(false);
    expect(angle(opened)?.textContent).toMatch(/Tape 3\.9° closed \(right\) ± \d\.\d°/);
    expect(angle(await panelOf({}, { figuresFirst: true }))?.hidden).toBe(false);
    // Without an answer the tape says where it aims.
    const tape = ({ posterior: _none, ...rest }: ResultDocument): ResultDocument => rest;
    expect((await panelOf({}, { targetDistanceM: 150 }, undefined, tape)).text).toContain(
      'They aim 10 m right of Barge',
    );
  });

  it('keeps the tape’s own figures one tap below, and says what the answer is made from', async () => {
    const { text } = await panelOf({ readings: [toes(594)] }, {}, 'Toes');
    expect(text).toMatch(/By the tape alone it is as wanted with \d+ %/);
    expect(text).toMatch(
      /The ± is mostly finding the points, \d+ %, then the target line\. Nothing at hand halves it\./,
    );
    expect(text).toMatch(/Trail toe \d+ mm toward the line\. Known to ± \d+ mm\./);
    expect(text).toContain('From today’s readings, and how the lines of a body usually go together.');
  });

  it('says so when there is nothing to fix', async () => {
    const fine =
      (p: number) =>
      (solved: ResultDocument): ResultDocument => {
        const { posterior } = structuredClone(solved);
        if (posterior === undefined) throw new Error('an answer was asked for');
        const { today } = posterior;
        if (today === undefined) throw new Error('today is told');
        return {
          ...solved,
          posterior: { ...posterior, today: { ...today, first: null, probabilityNoneFirst: p } },
        };
      };
    const sure = await panelOf({ readings: [toes(571)] }, {}, undefined, fine(0.84));
    expect(sure.text).toContain('Nothing to fix first.');
    expect(sure.text).toContain('Everything that was read is as wanted, as far as this shows.');
    const unsure = await panelOf({ readings: [toes(571)] }, {}, undefined, fine(0.34));
    expect(unsure.text).toContain('Nothing stands out.');
    expect(unsure.text).not.toContain('34 %');
    const figures = await panelOf({ readings: [toes(571)] }, { figuresFirst: true }, undefined, fine(0.34));
    expect(figures.text).toContain('Everything as wanted: 34 %.');
  });

  it('says what would settle a line that cannot be told, and its move, when it is opened', async () => {
    const tape = ({ posterior: _none, ...rest }: ResultDocument): ResultDocument => rest;
    const { text } = await panelOf({ readings: [toes(594)] }, {}, 'Toes', tape);
    expect(text).toMatch(/Would decide it: \d+ readings/);
  });

  it('lets the instructor choose another line, and keeps what the readings say', async () => {
    const readings = [toes(602), rod('hips', 20)];
    const { element, chosen } = await panelOf({ readings }, {}, 'Hips');
    element.querySelector<HTMLButtonElement>('.mine')?.click();
    expect(chosen).toEqual(['hips']);
    const { text } = await panelOf({ readings }, { priority: 'hips' });
    expect(text).toContain('Hips, your choice.');
    expect(text).toMatch(/The readings say: Toes first/);
  });

  it('tells one turn of the whole body from a twist', async () => {
    const turned = await panelOf(
      { readings: [toes(602), rod('hips', 84), rod('shoulders', 84)] },
      { figuresFirst: true },
    );
    expect(turned.text).toMatch(
      /The whole body is turned 3\.9° closed, ± \d\.\d°\. No twist shows; one of \d\.\d° would\./,
    );
    const twisted = await panelOf(
      { readings: [toes(612), rod('hips', 10), rod('shoulders', 0)] },
      { figuresFirst: true },
    );
    expect(twisted.text).toMatch(/Twisted: the toes stand \d\.\d° more closed/);
  });

  it('says what it may do to the shot, mirrored for the hand', async () => {
    const readings = [toes(602), rod('shoulders', 84)];
    expect((await panelOf({ readings })).text).toContain('the target seems to be left');
    expect((await panelOf({ readings, handedness: 'left' })).text).toContain('the target seems to be right');
  });

  it('rules the set-up in as the cause, or says what is missing to rule it out', async () => {
    expect((await panelOf({})).text).toContain('The set-up can be the cause.');
    const part = await panelOf({ readings: [toes(571)] });
    expect(part.text).toContain('Of what was looked at (toes): not the cause. Not read: face.');
    const open = await panelOf({ readings: [toes(587)] });
    expect(open.text).toContain('The set-up may be the cause, or not.');
    expect(open.text).toContain('Not read yet: face, ball position.');
  });
});
