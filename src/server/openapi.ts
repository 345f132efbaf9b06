import { z } from "zod";
import { createDocument, type ZodOpenApiOperationObject, type ZodOpenApiPathsObject } from "zod-openapi";
import { type AnswerForm, type BodyForm, type Endpoint, namesOf, problemSchema, UPLOAD } from "../core/contract";
import { ENDPOINTS } from "../core/contract/endpoints";
import { VERSION } from "./version";

const PROBLEM = { description: "A problem", content: { "application/problem+json": { schema: problemSchema } } };

/**
 * What an answer looks like. Answers are what the schemas clean their input to, so every key is there but those that
 * are optional by themselves.
 */
function answerSchema(schema: z.ZodType): object {
  const { $schema: _, ...answer } = z.toJSONSchema(schema, {
    io: "input",
    override: ({ zodSchema, jsonSchema }) => {
      const { def } = zodSchema._zod;
      if (def.type !== "object") return;
      const keys = Object.entries(def.shape).filter(([, value]) => value._zod.def.type !== "optional");
      jsonSchema.required = keys.map(([key]) => key);
    },
  });
  return answer;
}

function contentOf(answer: AnswerForm) {
  if ("media" in answer) return { [answer.media]: { schema: z.string() } };
  const schema = "items" in answer ? z.object({ items: z.array(answer.items), next: z.null() }) : answer;
  return { "application/json": { schema: answerSchema(schema) } };
}

function bodyOf(body: BodyForm): Pick<ZodOpenApiOperationObject, "requestBody"> {
  if (body === undefined) return {};
  if (body === UPLOAD) return { requestBody: { content: { [UPLOAD.upload]: { schema: z.string() } } } };
  const schema = "checkedLater" in body ? body.checkedLater : body;
  return { requestBody: { content: { "application/json": { schema: schema } } } };
}

function operationOf({ path, summary, needs, query, body, answer, status }: Endpoint): ZodOpenApiOperationObject {
  const params = namesOf(path).map(({ name }) => [name, name.endsWith("Id") ? z.int() : z.string()] as const);
  return {
    summary,
    description: `Needs the right to ${needs}.`,
    requestParams: { path: z.object(Object.fromEntries(params)), query: query as z.ZodObject },
    ...bodyOf(body),
    responses: { [status]: { description: "What was asked for", content: contentOf(answer) }, default: PROBLEM },
  };
}

/** The OpenAPI document of the interface for programs, made from what its endpoints declare. */
export function openApiDocument() {
  const paths: ZodOpenApiPathsObject = {};
  for (const endpoint of ENDPOINTS) {
    const path = `/${endpoint.path.replace("...", "")}`;
    paths[path] = { ...paths[path], [endpoint.method.toLowerCase()]: operationOf(endpoint) };
  }
  return createDocument({
    openapi: "3.1.0",
    info: {
      title: "Ypsiloid",
      version: VERSION,
      description: "A radio amateur's log. Times are UTC, frequencies Hz, powers watts.",
    },
    servers: [{ url: "/api/v1" }],
    paths,
  });
}
