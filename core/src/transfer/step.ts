export const phases = ['Make ready', 'Trace', 'Finish'] as const;
export type Phase = (typeof phases)[number];

/** One step of a transfer, with its reason, and a caution where the work can hurt someone or spoil the surface. */
export type TransferStep = { id: string; phase: Phase; title: string; why: string; caution?: string };
