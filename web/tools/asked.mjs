/** How every field of a command is asked for, out of the description of the API: label, family, choices, example. */
import { readFileSync, writeFileSync } from "node:fs";

const { schemas } = JSON.parse(readFileSync("../docs/openapi.json", "utf8")).components;
const made = {};
for (const schema of Object.values(schemas)) {
  const kind = schema.properties?.kind?.const;
  if (!kind) continue;
  const asked = Object.entries(schema.properties).filter(([, property]) => property["x-asked"]);
  made[kind] = Object.fromEntries(
    asked.map(([name, property]) => {
      const none = property.anyOf?.some(({ type }) => type === "null");
      return [name, { ...property["x-asked"], ...(none ? { none } : {}) }];
    }),
  );
}
writeFileSync("src/api/asked.generated.json", JSON.stringify(made));
