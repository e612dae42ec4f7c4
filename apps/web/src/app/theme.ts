import { type ThemeConfig, theme } from 'antd';
import type { Palette } from './palette.ts';

const SANS = "'Archivo Variable', 'Helvetica Neue', Arial, sans-serif";

/** Ant Design in our look: square, ruled, no shadows, our type. */
export const antTheme = (palette: Palette, dark: boolean): ThemeConfig => ({
  algorithm: dark ? theme.darkAlgorithm : theme.defaultAlgorithm,
  token: {
    colorPrimary: palette.petrol,
    colorInfo: palette.petrol,
    colorLink: palette.petrol,
    colorSuccess: palette.pine,
    colorWarning: palette.umber,
    colorError: palette.plum,
    // Alerts use our colors, not tints derived from them.
    colorSuccessBg: palette.window,
    colorSuccessBorder: palette.windowEdge,
    colorWarningBg: palette.surface,
    colorWarningBorder: palette.umber,
    colorErrorBg: palette.surface,
    colorErrorBorder: palette.plum,
    colorText: palette.ink,
    colorTextSecondary: palette.muted,
    colorTextDescription: palette.muted,
    colorTextPlaceholder: palette.muted,
    colorTextLightSolid: palette.onPetrol,
    colorBgBase: palette.surface,
    colorBgLayout: palette.ground,
    colorBgContainer: palette.surface,
    colorBgElevated: palette.surface,
    colorBorder: palette.muted,
    colorBorderSecondary: palette.rule,
    colorSplit: palette.rule,
    borderRadius: 0,
    borderRadiusLG: 0,
    borderRadiusSM: 0,
    borderRadiusXS: 0,
    boxShadow: `0 0 0 1px ${palette.ink}`,
    boxShadowSecondary: `0 0 0 1px ${palette.ink}`,
    fontFamily: SANS,
    fontSize: 15,
    controlHeight: 36,
    controlHeightLG: 46,
    lineWidthFocus: 3,
    // No motion: with animations switched off, an icon that waits for the end of its animation would never disappear.
    motion: false,
  },
  components: componentsOf(palette),
});

const componentsOf = (palette: Palette): NonNullable<ThemeConfig['components']> => ({
  Button: { primaryShadow: 'none', defaultShadow: 'none', fontWeight: 600, defaultBorderColor: palette.ink },
  Segmented: {
    itemSelectedBg: palette.ink,
    itemSelectedColor: palette.onInk,
    trackBg: palette.surface,
    itemColor: palette.ink,
    trackPadding: 0,
  },
  Table: {
    headerBg: 'transparent',
    headerColor: palette.muted,
    headerSplitColor: 'transparent',
    headerBorderRadius: 0,
    colorBgContainer: 'transparent',
    rowHoverBg: palette.surface,
    rowExpandedBg: 'transparent',
    cellPaddingInlineSM: 14,
    borderColor: palette.rule,
  },
  Input: { activeShadow: 'none' },
  Tooltip: { colorBgSpotlight: palette.ink, colorTextLightSolid: palette.onInk },
  Alert: { withDescriptionPadding: '12px 16px' },
});
