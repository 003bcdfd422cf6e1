import type { TaskName } from './tasks';

/** Who waits for a task: a person, a render, or nobody in particular. In this order they are begun. */
export type TaskRank = 'person' | 'render' | 'background';

/** How a task is done. */
export interface TaskTraits {
  rank: TaskRank;
  /** Processor time after which it is ended, in seconds; none when left out. */
  seconds?: number;
  /** Whether it reads what strangers made, and is done in a process of its own. */
  confined?: true;
  /** How many of its kind are done at once; as many as there are threads when left out. */
  max?: number;
}

export const taskTraits: Readonly<Record<TaskName, TaskTraits>> = {
  overview: { rank: 'person' },
  image: { rank: 'person', seconds: 20, confined: true, max: 2 },
  typeface: { rank: 'person', seconds: 20, confined: true, max: 2 },
  still: { rank: 'person', seconds: 20 },
  read: { rank: 'person', seconds: 60 },
  export: { rank: 'person', max: 1 },
  values: { rank: 'person', max: 1 },
  measure: { rank: 'person', max: 1 },
  fit: { rank: 'person', max: 1 },
  hear: { rank: 'render' },
  segments: { rank: 'render' },
  picture: { rank: 'background', max: 1 },
  harbour: { rank: 'background' },
  synthesise: { rank: 'background' },
};
