/** Figures of what is drawn without measures: outlines and fine lines, about 60 across, centred on 0 0. */

export interface PlainFigure {
  bold: string[];
  thin: string[];
}

const round = (x: number, y: number, r: number) => `M${x - r} ${y}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0Z`;

export const PLAIN: Record<string, PlainFigure> = {
  circlip: { bold: ["M6 -14A15 15 0 1 1 -6 -14M6 -14l4 -5M-6 -14l-4 -5M4 -10A10.500 10.500 0 1 1 -4 -10M4 -10l2 -4M-4 -10l-2 -4"], thin: [] },
  worm: {
    bold: [
      "M-11 -23q0 -3 3 -3h16q3 0 3 3v46q0 3 -3 3h-16q-3 0 -3 -3Z",
      ...[1, 2, 3, 4, 5].map((n) => `M-11 ${-24 + n * 9}C-4 ${-32 + n * 9} 4 ${-24 + n * 9} 11 ${-30 + n * 9}`),
      "M-4 -26v-12h8v12M-4 26v12h8v-12",
    ],
    thin: [],
  },
  cover: {
    bold: ["M-27 -25h54q9 0 9 9v32q0 9 -9 9h-54q-9 0 -9 -9v-32q0 -9 9 -9Z"],
    thin: [round(-27, -16, 3.2), round(27, -16, 3.2), round(-27, 16, 3.2), round(27, 16, 3.2), "M-13 -11h26q4 0 4 4v14q0 4 -4 4h-26q-4 0 -4 -4v-14q0 -4 4 -4Z"],
  },
  hub: { bold: [round(0, 0, 29), "M-7 -4.500A8.500 8.500 0 1 0 7 -4.500Z"], thin: [round(0, 0, 23)] },
  motor: { bold: ["M-15 -18h30q5 0 5 5v34q0 5 -5 5h-30q-5 0 -5 -5v-34q0 -5 5 -5Z", "M-8 -18v-5h16v5M-2.500 -23v-13h5v13M-12 26v5M12 26v5"], thin: ["M-20 16H20"] },
  board: { bold: ["M-30 -20h60v40h-60Z"], thin: ["M-22 -8h14v16h-14zM2 -12h18M2 -4h18M2 4h18M2 12h18"] },
  connector: { bold: ["M-13 -26h26v24h-26Z", "M-6 -2C-6 12 -12 14 -8 30M0 -2V30M6 -2C6 12 12 14 8 30"], thin: [] },
  tie: { bold: ["M-10 -22h20v12H-10zM-5 -10C-22 10 -20 30 0 30S22 10 5 -10"], thin: [] },
  battery: { bold: ["M-13 -24h26q4 0 4 4v44q0 4 -4 4h-26q-4 0 -4 -4v-44q0 -4 4 -4Z", "M-7 -24v-6h14v6M-6 -8H6M0 -14V-2M-6 14H6"], thin: [] },
  clip: { bold: [round(0, -17, 9), "M6 -11L8 4C9 11 3 12 4 19L6 28M-6 -11L-4 28"], thin: [round(0, -17, 5)] },
  pawl: { bold: ["M-24 -4A9 9 0 1 1 -14 8L18 14L27 4L14 -6L-8 -12Z", round(-17, -2, 4)], thin: [] },
  lever: { bold: ["M-28 8A9 9 0 0 1 -22 -8L18 -16A9 9 0 1 1 22 2L-18 11A9 9 0 0 1 -28 8Z", round(-21, 2, 4), round(20, -7, 4)], thin: [] },
  slider: { bold: ["M-30 10h60v6h-60Z", "M-15 -14h30v24h-30Z"], thin: ["M-6 -14v24M6 -14v24", "M-26 -2h7m-4 -3l-3 3l3 3M26 -2h-7m4 -3l3 3l-3 3"] },
  joint: { bold: ["M-14 -24h28v22l-7 8v22h-14v-22l-7 -8Z"], thin: ["M-5 -24v20M5 -24v20", round(0, -13, 4)] },
  carrier: { bold: [round(0, 0, 29), round(0, 0, 6), round(0, -18, 5), round(15.6, 9, 5), round(-15.6, 9, 5)], thin: [round(0, 0, 24)] },
  pulley: { bold: [round(0, 0, 28), round(0, 0, 6)], thin: [round(0, 0, 24), round(0, 0, 20)] },
  belt: { bold: ["M-18 -15H18A15 15 0 0 1 18 15H-18A15 15 0 0 1 -18 -15Z", "M-18 -10H18A10 10 0 0 1 18 10H-18A10 10 0 0 1 -18 -10Z"], thin: [] },
  brush: { bold: ["M-9 -2h18v24q-9 5 -18 0Z"], thin: ["M0 -2C-8 -8 8 -12 0 -18S4 -26 0 -30"] },
  magnet: { bold: ["M-20 -20h12v22a8 8 0 0 0 16 0v-22h12v22a20 20 0 0 1 -40 0Z"], thin: ["M-20 -10h12M8 -10h12"] },
  hose: { bold: ["M-28 -22C-2 -22 -14 14 22 14M-28 -12C-14 -12 -22 24 22 24", "M22 12v14"], thin: [] },
  needle: { bold: [round(0, 18, 6), "M-3 13L0 -30L3 13Z"], thin: [round(0, 18, 2)] },
  unit: { bold: ["M-28 -14h12l4 -8h24l4 8h12v32h-56Z"], thin: [round(0, 2, 11), round(0, 2, 4), "M-28 8h17M11 8h17"] },
  pad: { bold: [round(0, 0, 27), round(0, 0, 9), "M-4 -27v-5h8v5M-4 27v5h8v-5"], thin: ["M-18 -12l6 4M-20 4l8 0M12 -14l6 -4M13 6l8 3M-6 16l-3 8M6 16l3 8"] },
};

/** What nobody gave a figure. */
export const UNKNOWN: PlainFigure = { bold: ["M-16 -20h32q8 0 8 8v24q0 8 -8 8h-32q-8 0 -8 -8v-24q0 -8 8 -8Z"], thin: ["M-10 -4H10M-10 5H4"] };
