const VARIABLES = ['--paper', '--raised', '--ink', '--quiet', '--line', '--copper', '--alarm', '--text', '--figures'];

/** The picture as a file that stands by itself: its own styles and colours inside, the whole drawing in sight. */
export function svgFile(picture: SVGSVGElement, width: number, height: number): string {
    const copy = picture.cloneNode(true) as SVGSVGElement;
    copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg');
    copy.setAttribute('viewBox', `0 0 ${width} ${height}`);
    copy.setAttribute('width', String(Math.round(width)));
    copy.setAttribute('height', String(Math.round(height)));
    copy.querySelector('g')?.removeAttribute('transform');
    const computed = getComputedStyle(document.documentElement);
    const colours = VARIABLES.map((name) => `${name}: ${computed.getPropertyValue(name)}`).join('; ');
    const rules = [...document.styleSheets]
        .flatMap((sheet) => [...sheet.cssRules])
        .map((rule) => rule.cssText)
        .filter((rule) => /^\.circuit/.test(rule) && !/^\.circuit \{/.test(rule));
    const style = document.createElementNS('http://www.w3.org/2000/svg', 'style');
    style.textContent = `svg { ${colours}; background: var(--paper); font: 400 12px var(--text) } ${rules.join(' ')}`;
    copy.prepend(style);
    return new XMLSerializer().serializeToString(copy);
}

export function save(name: string, contents: string): void {
    const link = document.createElement('a');
    link.href = URL.createObjectURL(new Blob([contents], { type: 'image/svg+xml' }));
    link.download = name;
    link.click();
    URL.revokeObjectURL(link.href);
}
