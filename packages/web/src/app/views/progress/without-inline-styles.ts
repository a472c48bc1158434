const TAG = /<[a-zA-Z][^<>]*>/g;
const STYLE = /\sstyle="([^"]*)"/;
const FONT = /^(\S+) (\S+) (\S+) (.+)$/;

/** `font: normal normal 14px Barlow` as the attributes it is made of: SVG has none for all of it. */
function longhand([name, value]: readonly [string, string]): readonly (readonly [string, string])[] {
  if (name !== 'font') return [[name, value]];
  const [, style = '', weight = '', size = '', family = ''] = FONT.exec(value) ?? [];
  return family === ''
    ? []
    : [
        ['font-style', style],
        ['font-weight', weight],
        ['font-size', size],
        ['font-family', family],
      ];
}

/**
 * A drawing that says by attributes what it said by inline styles: the page's policy lets nobody style by a string. What
 * is no attribute of SVG, such as the place on a page, is left out.
 */
export function withoutInlineStyles(svg: string): string {
  return svg.replace(/<style[^>]*>[\s\S]*?<\/style>/g, '').replace(TAG, (tag) => {
    const css = STYLE.exec(tag)?.[1];
    if (css === undefined) return tag;
    const said = css
      .split(';')
      .map(
        (part) =>
          [part.slice(0, part.indexOf(':')).trim(), part.slice(part.indexOf(':') + 1).trim()] as const,
      )
      .filter(([name]) =>
        /^(font|font-.*|fill.*|stroke.*|opacity|text-anchor|dominant-baseline|cursor)$/.test(name),
      )
      .flatMap(longhand);
    // A style counts for more than an attribute of the same name.
    const bare = said.reduce(
      (text, [name]) => text.replace(new RegExp(`\\s${name}="[^"]*"`), ''),
      tag.replace(STYLE, ''),
    );
    const attributes = said.map(([name, value]) => ` ${name}="${value}"`).join('');
    return bare.replace(/\s*\/?>$/, (end) => `${attributes}${end}`);
  });
}
