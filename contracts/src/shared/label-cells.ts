import {
  NEEDLE_FINISHES,
  POINT_STYLES,
  readLabel,
  THREAD_CONSTRUCTIONS,
  USUAL_FINISH,
  type LabelReading,
  type NeedleName,
  type NeedleReading,
} from '@gantelet/core';
import { choiceOfCell } from './list-cells.js';

/** Reports what is wrong with a cell of a list. */
type Wrong<Column extends string> = (column: Column, message: string) => void;

/**
 * The single thing a label can mean; several or none are reported.
 *
 * @param kind accepts only readings of this kind; empty for any
 * @param hint what to say if there is none
 */
export function labelOfCell(
  label: string,
  kind: string,
  hint: string,
  wrong: Wrong<'label'>,
): LabelReading | null {
  const answer = readLabel(label);
  const readings = answer.outcome === 'read' ? answer.readings : [];
  const wanted = readings.filter((one) => kind === '' || one.kind === kind);
  const [only, ...others] = wanted;
  if (only && others.length === 0) return only;
  if (!only) wrong('label', hint);
  else {
    const names = wanted.map((one) => (one.kind === 'thread' ? one.thread.label : 'a needle'));
    wrong('label', `could be ${names.join(' or ')}: say which`);
  }
  return null;
}

/** A needle as read from its label, with point and finish from cells of their own if the label has none. */
export function needleOfCells(
  { system, size, point }: NeedleReading,
  cells: { readonly point?: string | undefined; readonly finish?: string | undefined },
  wrong: Wrong<'label' | 'point' | 'finish'>,
): NeedleName | null {
  const said = choiceOfCell(cells.point);
  const plain = system?.pointFamilies.includes('cloth') ? 'round' : null;
  const pointId =
    said === ''
      ? (point?.id ?? plain)
      : POINT_STYLES.find(({ id, letters }) => id === said || letters.toLowerCase() === said)?.id;
  const finish = choiceOfCell(cells.finish);
  const finishId = finish === '' ? USUAL_FINISH.id : NEEDLE_FINISHES.find(({ id }) => id === finish)?.id;
  if (!system || !size) wrong('label', 'system and size, such as 135x17 140/22');
  if (system && !pointId) wrong('point', `one of ${POINT_STYLES.map(({ id }) => id).join(', ')}`);
  if (!finishId) wrong('finish', `one of ${NEEDLE_FINISHES.map(({ id }) => id).join(', ')}`);
  return system && size && pointId && finishId
    ? { systemId: system.id, nm: size.nm, pointId, finishId }
    : null;
}

/** The construction of a thread from a cell of its own, or else from its label. */
export function constructionOfCells(
  type: string | undefined,
  label: string,
  wrong: Wrong<'type'>,
): string | null {
  const said = choiceOfCell(type) || choiceOfCell(label);
  const found = THREAD_CONSTRUCTIONS.find(({ id, name }) => said.includes(id) || said === choiceOfCell(name));
  if (!found) wrong('type', `one of ${THREAD_CONSTRUCTIONS.map(({ id }) => id).join(', ')}`);
  return found?.id ?? null;
}
