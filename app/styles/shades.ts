/**
 * Stands for what Element Plus reckons the shades of a button with that is given a colour of its own. Ours take theirs from
 * the theme, so that 20 KB of script do not go along; whoever gives one a colour is told.
 */
export class TinyColor {
  constructor() {
    throw new Error('Buttons take their colours from app/styles/theme.css.');
  }
}
