import { effect, inject, Injectable, signal } from '@angular/core';
import type { Course } from '@core/wiring/parallel/course';
import type { DrainedBattery, DrainRule } from '@core/wiring/parallel/drain';
import type { ParallelNetwork } from '@core/wiring/parallel/topology';
import { errorText } from '@core/text/error-text';
import { ComputeWorkerClient } from '../../workers/compute-worker-client';

/** What a course over time is worked out for. */
export interface CourseQuestion {
  network: ParallelNetwork;
  batteries: DrainedBattery[];
  rule: DrainRule;
  /** What a lead carries for good, where it does not say so itself. */
  leadA: number | null;
}

/** Typing goes on for so long. */
const PAUSE_MS = 120;

/** The course of a bank in parallel over time, worked out beside the page: typing does not wait for it. */
@Injectable()
export class ParallelCourse {
  private readonly worker = inject(ComputeWorkerClient);
  /** Of the last question that has an answer. */
  readonly course = signal<Course | null>(null);
  /** A newer question is being worked out. */
  readonly pending = signal(false);
  readonly problem = signal<string | null>(null);

  /** Follows a question for as long as the page is open. */
  follow(question: () => CourseQuestion | null): void {
    effect((onCleanup) => {
      const asked = question();
      let over = false;
      onCleanup(() => (over = true));
      if (asked === null) {
        this.course.set(null);
        this.pending.set(false);
        return;
      }
      this.pending.set(true);
      const timer = setTimeout(() => {
        this.worker
          .call((api) => api.courseOf(asked.network, asked.batteries, asked.rule, asked.leadA))
          .then(
            (course) => ({ course, problem: null }),
            (error: unknown) => ({ course: null, problem: errorText(error) }),
          )
          .then(({ course, problem }) => {
            if (over) return;
            this.course.set(course);
            this.problem.set(problem);
            this.pending.set(false);
          })
          .catch(() => undefined);
      }, PAUSE_MS);
      onCleanup(() => clearTimeout(timer));
    });
  }
}
