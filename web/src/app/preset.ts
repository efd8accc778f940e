/** Our own look for PrimeVue's controls: ink on paper, square-ish corners, no shadows.
 *  Every colour is one of our CSS variables, so Day and Lamp need one preset. */
import base from "@primeuix/themes/aura/base";
import button from "@primeuix/themes/aura/button";
import inputtext from "@primeuix/themes/aura/inputtext";
import popover from "@primeuix/themes/aura/popover";
import select from "@primeuix/themes/aura/select";
import selectbutton from "@primeuix/themes/aura/selectbutton";
import textarea from "@primeuix/themes/aura/textarea";
import togglebutton from "@primeuix/themes/aura/togglebutton";
import { definePreset } from "@primeuix/themes";

const ink = "var(--ink)";
const ground = "var(--ground)";
const panel = "var(--panel)";
const hair = "var(--hair)";
const soft = "var(--soft)";

const solid = {
  background: ink,
  hoverBackground: "color-mix(in srgb, var(--ink), var(--ground) 14%)",
  activeBackground: "color-mix(in srgb, var(--ink), var(--ground) 24%)",
  borderColor: ink,
  hoverBorderColor: ink,
  activeBorderColor: ink,
  color: ground,
  hoverColor: ground,
  activeColor: ground,
  focusRing: { color: "var(--brass)", shadow: "none" },
};

const line = {
  hoverBackground: "var(--brass-wash)",
  activeBackground: "var(--brass-wash)",
  borderColor: ink,
  color: ink,
};

const colours = {
  primary: { color: ink, contrastColor: ground, hoverColor: ink, activeColor: ink },
  highlight: { background: "var(--brass-wash)", focusBackground: "var(--brass-wash)", color: ink, focusColor: ink },
  formField: {
    background: panel,
    disabledBackground: ground,
    filledBackground: panel,
    borderColor: soft,
    hoverBorderColor: ink,
    focusBorderColor: ink,
    invalidBorderColor: "var(--oxide)",
    color: ink,
    disabledColor: soft,
    placeholderColor: soft,
    iconColor: ink,
    shadow: "none",
  },
  text: { color: ink, hoverColor: ink, mutedColor: soft, hoverMutedColor: soft },
  content: { background: panel, hoverBackground: "var(--brass-wash)", borderColor: hair, color: ink, hoverColor: ink },
  overlay: {
    select: { background: panel, borderColor: ink, color: ink },
    popover: { background: panel, borderColor: ink, color: ink },
    modal: { background: panel, borderColor: ink, color: ink },
  },
  list: {
    option: {
      focusBackground: "var(--brass-wash)",
      selectedBackground: ink,
      selectedFocusBackground: ink,
      color: ink,
      focusColor: ink,
      selectedColor: ground,
      selectedFocusColor: ground,
    },
  },
};

const buttons = { root: { primary: solid, secondary: solid, contrast: solid }, outlined: { primary: line }, text: { primary: line } };
const picks = {
  root: {
    background: panel,
    checkedBackground: panel,
    hoverBackground: "var(--brass-wash)",
    borderColor: soft,
    color: ink,
    hoverColor: ink,
    checkedColor: ground,
    checkedBorderColor: ink,
  },
  content: { checkedBackground: ink, checkedShadow: "none" },
};

// The stock palettes are left out: every colour is ours.
const controls = { ...base, primitive: {}, components: { button, inputtext, popover, select, selectbutton, textarea, togglebutton } };

export const preset = definePreset(controls, {
  primitive: { borderRadius: { none: "0", xs: "2px", sm: "3px", md: "4px", lg: "4px", xl: "4px" } },
  semantic: {
    transitionDuration: "0.08s",
    focusRing: { width: "3px", style: "solid", color: "var(--brass)", offset: "2px" },
    formField: { paddingX: "14px", paddingY: "10px", borderRadius: "4px" },
    list: { option: { padding: "12px 14px" } },
    overlay: {
      select: { shadow: "none", borderRadius: "4px" },
      popover: { shadow: "none", borderRadius: "4px", padding: "0" },
    },
    colorScheme: { light: colours, dark: colours },
  },
  components: {
    button: {
      root: { paddingX: "18px", paddingY: "9px", label: { fontWeight: "600" } },
      colorScheme: { light: buttons, dark: buttons },
    },
    togglebutton: {
      root: { padding: "4px", borderRadius: "4px", fontWeight: "500" },
      content: { padding: "6px 12px", borderRadius: "3px" },
      colorScheme: { light: picks, dark: picks },
    },
    selectbutton: { root: { borderRadius: "4px" } },
  },
});
