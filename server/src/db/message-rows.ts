import type { MessageKind, MessageWay } from '@gantelet/contracts';

/** Something that the shop is told of. */
export interface MessageRow {
  id: string;
  kind: MessageKind;
  /** What it is about: told once for each. */
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
  /** Kinds with commas between. */
  kinds: string;
  addedAt: Date;
  version: number;
}

/** A message on its way to a target. */
export interface MessageDeliveryRow {
  messageId: string;
  targetId: string;
  /** When it is tried next; far ahead while somebody tries. */
  dueAt: Date;
  tries: number;
  sentAt: Date | null;
  problem: string;
}
