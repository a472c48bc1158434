import { withoutInlineStyles } from './without-inline-styles.ts';

describe('a drawing without inline styles', () => {
  it('says the same by attributes', () => {
    const svg = withoutInlineStyles(
      '<svg width="9" style="position:absolute;left:0"><text fill="red" style="font-size:14px;fill:blue">a</text>' +
        '<text style="font: normal bold 14px Barlow" x="1"/></svg>',
    );
    expect(svg).toBe(
      '<svg width="9"><text font-size="14px" fill="blue">a</text>' +
        '<text x="1" font-style="normal" font-weight="bold" font-size="14px" font-family="Barlow"/></svg>',
    );
  });

  it('has none left, nor a sheet of styles', () => {
    const svg = withoutInlineStyles(
      '<svg><style ><![CDATA[ .a { fill: red } ]]></style><path style="cursor:x" d="M0 0"/></svg>',
    );
    expect(svg).not.toMatch(/style/);
    expect(svg).toContain('d="M0 0"');
  });
});
