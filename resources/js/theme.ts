import { theme as antd, type ThemeConfig } from 'antd';

export type Scheme = 'light' | 'dark';

/** Paper and ink, copper for energy, one alarm colour for live mains and contradictions. */
const palettes = {
    light: {
        paper: '#f7f2e8',
        raised: '#fdfaf3',
        ink: '#1c1813',
        quiet: '#655a4b',
        line: '#d5cab8',
        copper: '#9a5722',
        alarm: '#b3261e',
    },
    dark: {
        paper: '#14110d',
        raised: '#1d1914',
        ink: '#efe6d8',
        quiet: '#a99d8b',
        line: '#3a332a',
        copper: '#dd9152',
        alarm: '#ff7563',
    },
};

const FONT = "'Atkinson Hyperlegible Next', sans-serif";

export function themeFor(scheme: Scheme): ThemeConfig {
    const p = palettes[scheme];
    return {
        algorithm: scheme === 'dark' ? antd.darkAlgorithm : antd.defaultAlgorithm,
        token: {
            colorPrimary: p.copper,
            colorLink: p.copper,
            colorError: p.alarm,
            colorBgBase: p.paper,
            colorBgLayout: p.paper,
            colorBgContainer: p.raised,
            colorBgElevated: p.raised,
            colorTextBase: p.ink,
            colorTextDescription: p.quiet,
            colorTextPlaceholder: p.quiet,
            colorBorder: p.line,
            colorBorderSecondary: p.line,
            fontFamily: FONT,
            fontSize: 15,
            borderRadius: 2,
            controlHeight: 44,
            boxShadow: 'none',
            boxShadowTertiary: 'none',
            motion: !window.matchMedia('(prefers-reduced-motion: reduce)').matches,
            motionDurationMid: '0.15s',
            motionDurationSlow: '0.18s',
        },
        components: {
            Button: {
                primaryShadow: 'none',
                defaultShadow: 'none',
                fontWeight: 600,
                // White on the lighter copper of the dark scheme is too little contrast to read.
                primaryColor: scheme === 'dark' ? p.paper : '#ffffff',
            },
            Table: { cellPaddingBlock: 10 },
        },
    };
}

const KEY = 'oculant.scheme';

export function storedScheme(): Scheme {
    const stored = localStorage.getItem(KEY);
    if (stored === 'light' || stored === 'dark') {
        return stored;
    }
    return window.matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light';
}

/** Puts the scheme on the page for the style sheet, and remembers it. */
export function applyScheme(scheme: Scheme): void {
    localStorage.setItem(KEY, scheme);
    document.documentElement.dataset.scheme = scheme;
    for (const [name, value] of Object.entries(palettes[scheme])) {
        document.documentElement.style.setProperty(`--${name}`, value);
    }
}
