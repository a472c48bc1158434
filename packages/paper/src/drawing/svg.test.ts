import { describe, expect, it } from 'vitest';
import { toSvg } from './svg.ts';

describe('a drawing as SVG', () => {
  it('has no character in it that XML does not know, whatever a name holds', () => {
    const title = 'Ru\u0000na\u001B[31m \uD800Fe\u0007ldt\uFFFE';
    const sheet = {
      title,
      widthMm: 10,
      heightMm: 10,
      shapes: [{ kind: 'text', at: [1, 1], text: title, sizeMm: 3 }],
    };
    const svg = toSvg(sheet as never, { colour: () => '#000', fontFamily: 'Barlow', label: title });
    expect(svg).toContain('Ru\uFFFDna\uFFFD[31m \uFFFDFe\uFFFDldt\uFFFD');

    expect(svg).not.toMatch(/[\u0000-\u0008\u000B\u000C\u000E-\u001F\uFFFE]/);
  });
});
