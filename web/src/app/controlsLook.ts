/** The look of every control in use, as one sheet: worked out when the front end is built, not each time a page opens. */
import { Theme } from "@primeuix/styled";
import BaseStyle from "@primevue/core/base/style";
import BadgeStyle from "primevue/badge/style";
import ButtonStyle from "primevue/button/style";
import DialogStyle from "primevue/dialog/style";
import DrawerStyle from "primevue/drawer/style";
import InputTextStyle from "primevue/inputtext/style";
import PopoverStyle from "primevue/popover/style";
import SelectButtonStyle from "primevue/selectbutton/style";
import SelectStyle from "primevue/select/style";
import TextareaStyle from "primevue/textarea/style";
import ToggleButtonStyle from "primevue/togglebutton/style";
import VirtualScrollerStyle from "primevue/virtualscroller/style";

import { preset } from "./preset";

/** What each of these styles can say of itself; their types leave it out. */
interface Styled {
  getCommonThemeStyleSheet: (params: object) => string;
  getThemeStyleSheet: (params: object) => string;
}

const BASE = BaseStyle as unknown as Styled;
const USED = [
  ButtonStyle,
  BadgeStyle,
  InputTextStyle,
  PopoverStyle,
  SelectStyle,
  SelectButtonStyle,
  TextareaStyle,
  ToggleButtonStyle,
  DialogStyle,
  DrawerStyle,
  VirtualScrollerStyle,
] as unknown as Styled[];

export function controlsLook(): string {
  Theme.setTheme({ preset, options: { darkModeSelector: ".lamp" } });
  const sheets = [BASE.getCommonThemeStyleSheet({}), BASE.getThemeStyleSheet({}), ...USED.map((each) => each.getThemeStyleSheet({}))];
  return sheets.join("").replace(/<\/?style[^>]*>/g, "\n");
}
