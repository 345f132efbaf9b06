import { ApiProblem } from "./api";

/** What is wrong with a definition, place by place. */
export function faultLines(problem: Error): string[] {
  if (problem instanceof ApiProblem && problem.details.errors !== undefined)
    return problem.details.errors.map(({ field, detail }) => `${field}: ${detail}`);
  return [problem.message];
}
