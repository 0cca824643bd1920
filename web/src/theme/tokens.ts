import { theme, type ThemeConfig } from 'antd';

/** Colours of the two rooms. Contrast of text on its ground is AA or better in both. */
export const rooms = {
  studio: {
    ground: '#f6f2ea',
    sheet: '#fdfbf7',
    graphite: '#2b2a28',
    quiet: '#5f5a52',
    hairline: '#d9d1c3',
    sanguine: '#9c3d22',
    blue: '#2f5d8c',
  },
  dim: {
    ground: '#12100d',
    sheet: '#1b1814',
    graphite: '#e3d8c6',
    quiet: '#a89c89',
    hairline: '#3a332a',
    sanguine: '#e08a63',
    blue: '#9fb08a',
  },
} as const;
export type Room = keyof typeof rooms;

export const sans = "'Source Sans 3 Variable', 'Source Sans 3', sans-serif";

/** Ant Design under our own tokens: paper, graphite, one warm accent and one cool. */
export function themeFor(room: Room): ThemeConfig {
  const c = rooms[room];
  const dim = room === 'dim';
  return {
    algorithm: dim ? theme.darkAlgorithm : theme.defaultAlgorithm,
    token: {
      colorPrimary: c.sanguine,
      colorInfo: c.blue,
      colorLink: c.sanguine,
      colorTextBase: c.graphite,
      colorBgBase: c.sheet,
      colorBgLayout: c.ground,
      colorBorder: dim ? '#5a5044' : '#b5aa98',
      colorBorderSecondary: c.hairline,
      colorTextDescription: c.quiet,
      colorTextPlaceholder: c.quiet,
      colorTextLightSolid: dim ? '#12100d' : '#ffffff',
      colorError: dim ? '#f0785a' : '#b3261e',
      borderRadius: 2,
      fontFamily: sans,
      fontSize: dim ? 17 : 15,
      controlHeight: dim ? 38 : 34,
      boxShadow: 'none',
      boxShadowSecondary: dim ? '0 2px 10px #000a' : '0 2px 10px #2b2a2822',
      wireframe: false,
    },
    components: {
      Segmented: { itemColor: c.graphite, itemHoverColor: c.graphite, itemSelectedColor: c.graphite },
      Button: { primaryShadow: 'none', defaultShadow: 'none' },
      Select: { optionSelectedBg: dim ? '#2c261f' : '#efe7da' },
    },
  };
}
