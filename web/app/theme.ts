import type { ThemeConfig } from 'antd';
import { TOKENS } from '../ui/tokens.ts';

export const theme: ThemeConfig = {
  token: {
    colorPrimary: TOKENS.ember,
    colorLink: TOKENS.ember,
    colorText: TOKENS.ink,
    colorTextSecondary: TOKENS.muted,
    colorTextPlaceholder: TOKENS.muted,
    colorBorder: TOKENS.border,
    colorBorderSecondary: TOKENS.line,
    colorBgLayout: TOKENS.paper,
    colorError: TOKENS.stop,
    colorWarning: TOKENS.cautionBright,
    colorSuccess: TOKENS.okBright,
    colorInfo: TOKENS.note,
    borderRadius: 3,
    borderRadiusSM: 3,
    borderRadiusLG: 4,
    fontFamily: 'Barlow, sans-serif',
    fontSize: 13,
    controlHeight: 30,
    controlHeightLG: 40,
    controlHeightSM: 24,
    boxShadow: '0 2px 10px rgba(28,25,23,0.16)',
    boxShadowSecondary: '0 2px 10px rgba(28,25,23,0.16)',
    motion: !window.matchMedia('(prefers-reduced-motion: reduce)').matches,
    motionDurationMid: '0.12s',
    motionDurationSlow: '0.16s',
  },
  components: {
    Button: { fontWeight: 500, primaryShadow: 'none', defaultShadow: 'none', dangerShadow: 'none' },
    Tooltip: { colorBgSpotlight: TOKENS.steel },
  },
};
