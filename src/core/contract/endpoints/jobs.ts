import { endpoint } from "../endpoint";
import { jobSchema } from "../job";

export const jobs = endpoint({
  method: "GET",
  path: "jobs",
  summary: "The newest jobs",
  needs: "read",
  answer: { items: jobSchema },
});

export const job = endpoint({
  method: "GET",
  path: "jobs/{jobId}",
  summary: "One job",
  needs: "read",
  answer: jobSchema,
});

export const cancelJob = endpoint({
  method: "POST",
  path: "jobs/{jobId}/cancel",
  summary: "Cancel a running job",
  needs: "change",
  answer: jobSchema,
});

export const runJobAgain = endpoint({
  method: "POST",
  path: "jobs/{jobId}/run",
  summary: "Run a job again that did not end well",
  needs: "change",
  status: 202,
  answer: jobSchema,
});

export const signedFile = endpoint({
  method: "GET",
  path: "jobs/{jobId}/signed",
  summary: "The contacts that a job signed, one to a line as JSON Web Signatures",
  needs: "read",
  answer: { media: "text/plain" },
});

export const refusedRecords = endpoint({
  method: "GET",
  path: "jobs/{jobId}/refused",
  summary: "The records that an import refused, as they came",
  needs: "read",
  answer: { media: "application/octet-stream" },
});
