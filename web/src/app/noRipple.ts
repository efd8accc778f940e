/** In place of PrimeVue's ripple, which no control here has: off, it still listened for each button, and for those that
 *  went in the moment they came it listened for ever: with each look over a whole screen was left in memory. */
export default {};
