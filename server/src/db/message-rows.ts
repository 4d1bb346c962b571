import type { MessageKind, MessageWay } from '@gantelet/contracts';

/** Something the shop is told about. */
export interface MessageRow {
  id: string;
  kind: MessageKind;
  /** What it is about: reported once for each. */
  about: string;
  subject: string;
  text: string;
  madeAt: Date;
}

/** Where messages go. */
export interface MessageTargetRow {
  id: string;
  way: MessageWay;
  address: string;
  /** Kinds, separated by commas. */
  kinds: string;
  addedAt: Date;
  version: number;
}

/** A message on its way to a recipient. */
export interface MessageDeliveryRow {
  messageId: string;
  targetId: string;
  /** When the next attempt is due; far in the future while an attempt is running. */
  dueAt: Date;
  tries: number;
  sentAt: Date | null;
  /** When it was given up; null while it is tried. */
  givenUpAt: Date | null;
  problem: string;
}
