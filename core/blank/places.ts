import type { Mark, Node } from '@tiptap/pm/model';
import { digest, INSIDE } from './content';
import type { BlankDef } from './kinds/kind';

/** One place in a draft that came from a blank. */
export interface Place {
  from: number;
  to: number;
  insertion: string;
  /** Which place of the insertion; a place inside a wording goes on with a point and a number. */
  place: string;
  label: string;
  state: 'open' | 'filled' | 'edited';
  /** The text that stands there; empty while open. */
  text: string;
  /** The same with one sign for each place inside it. */
  skeleton: string;
  /** What it was filled with; null while open. */
  value: string | null;
  /** The formatting around it, without the marks of the place itself and of what stands in it. */
  marks: readonly Mark[];
  /** The blank, where the node still says it. */
  blank: BlankDef | null;
  /** `rows` is a block, `inside` a place in one, which changes with it. */
  form: 'inline' | 'rows' | 'inside';
}

const AROUND = new Set(['bold', 'italic', 'underline']);

const filledOf = (marks: readonly Mark[]) =>
  marks
    .filter(({ type }) => type.name === 'filled')
    .sort((a, b) => String(a.attrs.place).length - String(b.attrs.place).length);

function blankPlace(node: Node, pos: number, form: Place['form']): Place {
  const { label, kind, options, insertion, place, empty } = node.attrs;
  return {
    from: pos,
    to: pos + node.nodeSize,
    insertion: insertion ?? '',
    place: place ?? '',
    label,
    state: empty ? 'filled' : 'open',
    text: '',
    skeleton: '',
    value: empty ? '' : null,
    marks: node.marks.filter(({ type, attrs }) => type.name !== 'filled' || attrs.place !== place),
    blank: { label, kind, options },
    form,
  };
}

/** Adds the places of one inline node, each joined to the one before where it goes on. */
function takeInline(node: Node, pos: number, open: Place[], out: Place[], form: Place['form']): void {
  const to = pos + node.nodeSize;
  const filled = filledOf(node.marks);
  const isBlank = node.type.name === 'blank';
  const text = isBlank ? '' : node.type.name === 'hardBreak' ? '\n' : (node.text ?? '');
  const still: Place[] = [];
  filled.forEach((mark, depth) => {
    const { insertion, place, label, value, around } = mark.attrs;
    const inner = filled[depth + 1]?.attrs.place ?? (isBlank && node.attrs.place !== place ? node.attrs.place : null);
    let run = open.find((other) => other.insertion === insertion && other.place === place && other.to === pos);
    if (!run) {
      // What was bold around a blank stays, what its wording brought along goes with it.
      const own = String(around).split(' ');
      const hasWording = value !== text || inner;
      const marks = node.marks.filter((other) => {
        if (other.type.name === 'filled')
          return String(other.attrs.place).length < String(place).length || other.attrs.insertion !== insertion;
        if (AROUND.has(other.type.name) && hasWording) return own.includes(other.type.name);
        return other.type.name !== 'link' || !hasWording;
      });
      run = {
        from: pos,
        to,
        insertion,
        place,
        label,
        state: 'filled',
        text: '',
        skeleton: '',
        value,
        marks,
        blank: null,
        form,
      };
      out.push(run);
    }
    const before = open.includes(run) && lastInner.get(run) === inner && inner !== null;
    run.to = to;
    run.text += text;
    run.skeleton += inner === null ? text : before ? '' : INSIDE;
    run.state = run.skeleton === run.value ? 'filled' : 'edited';
    lastInner.set(run, inner);
    still.push(run);
  });
  open.length = 0;
  open.push(...still);
  if (isBlank) out.push(blankPlace(node, pos, form));
}

const lastInner = new WeakMap<Place, string | null>();

const inRows = new WeakMap<Node, Place[]>();

/** The places inside a table or list that came from a blank, as if it began at 0; worked out once for each state of it. */
function placesInside(node: Node): Place[] {
  let known = inRows.get(node);
  if (!known) {
    known = [];
    const open: Place[] = [];
    node.descendants((child, pos) => {
      if (child.isInline) takeInline(child, pos + 1, open, known!, 'inside');
      else open.length = 0;
    });
    inRows.set(node, known);
  }
  return known;
}

function rowsPlaces(node: Node, pos: number): Place[] {
  const { insertion, place, label, value } = node.attrs as Record<string, string>;
  const inside = placesInside(node).map((other) => ({ ...other, from: other.from + pos, to: other.to + pos }));
  const waiting = inside.find((other) => other.place === place);
  const base = {
    from: pos,
    to: pos + node.nodeSize,
    insertion: insertion!,
    place: place!,
    label: label!,
    marks: [],
    form: 'rows' as const,
  };
  const blank = waiting?.blank ?? null;
  if (!value)
    return [{ ...base, state: waiting?.state ?? 'edited', text: '', skeleton: '', value: waiting ? null : '', blank }];
  const state = digest(node.content) === value ? 'filled' : 'edited';
  return [{ ...base, state, text: '', skeleton: '', value: value!, blank }, ...inside];
}

const known = new WeakMap<Node, readonly Place[]>();

/**
 * The places of blanks in a draft, in reading order. A blank that came from no insertion counts as open too. Read once for
 * each state of the document.
 */
export function placesIn(doc: Node): readonly Place[] {
  let places = known.get(doc);
  if (!places) known.set(doc, (places = readPlaces(doc)));
  return places;
}

function readPlaces(doc: Node): Place[] {
  const places: Place[] = [];
  const open: Place[] = [];
  doc.descendants((node, pos) => {
    if (node.type.name === 'rows') {
      places.push(...rowsPlaces(node, pos));
      return false;
    }
    if (node.isInline) takeInline(node, pos, open, places, 'inline');
    else open.length = 0;
  });
  return places;
}

/** The open places of a draft: what still has to be filled before it may leave. */
export function openPlaces(doc: Node): Place[] {
  return placesIn(doc).filter(({ state }) => state === 'open');
}
