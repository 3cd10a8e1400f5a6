/** Ant Design Vue in our palette, for both themes, so that nothing wears its defaults. */
import { theme as antTheme } from 'ant-design-vue';

const light = { paper: '#F5F2EA', sheet: '#FFFDF8', ink: '#1E262B', iron: '#56626A', line: '#D9D2C3', accent: '#1F6A86' };
const dark = { paper: '#14191C', sheet: '#1C2327', ink: '#ECE7DB', iron: '#9BA7AE', line: '#39434A', accent: '#5FB0CE' };

export function themeFor(night: boolean) {
  const colours = night ? dark : light;
  return {
    algorithm: night ? antTheme.darkAlgorithm : antTheme.defaultAlgorithm,
    token: {
      colorPrimary: colours.accent,
      colorInfo: colours.accent,
      colorLink: colours.accent,
      colorError: '#B42318',
      colorWarning: '#9A6700',
      colorSuccess: '#2F7350',
      colorText: colours.ink,
      colorTextSecondary: colours.iron,
      colorBgBase: colours.sheet,
      colorBgContainer: colours.sheet,
      colorBgElevated: colours.sheet,
      colorBorder: colours.line,
      colorBorderSecondary: colours.line,
      borderRadius: 4,
      fontFamily: 'Barlow, "Trade Signs", sans-serif',
      fontSize: 14,
      controlHeight: 30,
      boxShadow: '0 6px 20px rgb(30 38 43 / 18%)',
      boxShadowSecondary: '0 6px 20px rgb(30 38 43 / 18%)',
      motion: !matchMedia('(prefers-reduced-motion: reduce)').matches,
      wireframe: false,
    },
  };
}
