<script setup lang="ts">
/** The drawing on the door: three gears in mesh. One tooth of each, module 10 mm, as the
 *  `gear` sum gives it; drawn before anyone is signed in, so it cannot be asked for. */
import { circlePath, gearPath } from "./path";

const tooth34 = [[-14.53, 156.83], [-13.94, 156.88], [-12.21, 157.43], [-10.73, 158.78], [-9.60, 162.06], [-9.11, 165.03], [-8.08, 169.06], [-6.35, 174.07], [-3.74, 179.96], [3.74, 179.96], [6.35, 174.07], [8.08, 169.06], [9.11, 165.03], [9.60, 162.06], [10.73, 158.78], [12.21, 157.43], [13.94, 156.88], [14.53, 156.83]];
const tooth19 = [[-13.58, 81.37], [-13.03, 81.46], [-11.14, 82.23], [-9.57, 84.00], [-8.70, 88.91], [-8.66, 90.33], [-8.12, 93.59], [-6.54, 98.56], [-3.44, 104.94], [3.44, 104.94], [6.54, 98.56], [8.12, 93.59], [8.66, 90.33], [8.70, 88.91], [9.57, 84.00], [11.14, 82.23], [13.03, 81.46], [13.58, 81.37]];
const tooth13 = [[-12.56, 50.97], [-12.06, 51.10], [-10.04, 52.11], [-8.44, 54.36], [-8.35, 60.91], [-8.18, 62.64], [-7.54, 65.67], [-5.98, 69.84], [-3.17, 74.93], [3.17, 74.93], [5.98, 69.84], [7.54, 65.67], [8.18, 62.64], [8.35, 60.91], [8.44, 54.36], [10.04, 52.11], [12.06, 51.10], [12.56, 50.97]];

// Each phase puts a tooth of one gear in a space of the next along their line of centres.
const second = { x: 265 * Math.cos(-0.62), y: 265 * Math.sin(-0.62) };
const third = { x: second.x + 160 * Math.cos(0.9), y: second.y + 160 * Math.sin(0.9) };
const degrees = (radians: number) => (radians * 180) / Math.PI;
/** Turn of a gear whose driver, turned by `from` degrees with `z1` teeth, lies in direction `towards`. */
function meshed(from: number, z1: number, z2: number, towards: number): number {
  const along = degrees(towards) + 90;
  return along + 180 + 180 / z2 - ((from - along) * z1) / z2;
}
const turn1 = 4;
const turn2 = meshed(turn1, 34, 19, -0.62);
const turn3 = meshed(turn2, 19, 13, 0.9);
const gears = [
  { x: 0, y: 0, turn: turn1, d: gearPath(tooth34, 34), pitch: 170, bore: 40 },
  { ...second, turn: turn2, d: gearPath(tooth19, 19), pitch: 95, bore: 24 },
  { ...third, turn: turn3, d: gearPath(tooth13, 13), pitch: 65, bore: 16 },
];
</script>

<template>
  <svg class="paper" viewBox="-230 -310 720 560" preserveAspectRatio="xMidYMid slice" aria-hidden="true">
    <g v-for="gear in gears" :key="gear.x" :transform="`translate(${gear.x} ${gear.y})`">
      <path class="line" :transform="`rotate(${gear.turn})`" :d="gear.d" />
      <path class="line" :d="circlePath(gear.bore)" />
      <path class="thin" :d="circlePath(gear.pitch)" />
      <path class="thin" d="M-20 0H20M0 -20V20" />
    </g>
    <path class="thin" :d="`M0 0L${second.x} ${second.y}L${third.x} ${third.y}`" />
  </svg>
</template>

<style scoped>
.line {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
  stroke-linejoin: round;
}

.thin {
  fill: none;
  stroke: var(--slate);
  stroke-width: 1;
  stroke-dasharray: 10 4 2 4;
}
</style>
