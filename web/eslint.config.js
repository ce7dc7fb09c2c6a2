import js from "@eslint/js";
import boundaries from "eslint-plugin-boundaries";
import hooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

const to = (...types) => types.map((type) => ({ to: { element: { type } } }));

export default tseslint.config(
  { ignores: ["dist", "node_modules", "src/api/generated.d.ts"] },
  js.configs.recommended,
  ...tseslint.configs.recommended,
  {
    files: ["src/**/*.{ts,tsx}"],
    plugins: { boundaries, "react-hooks": hooks },
    settings: {
      "import/resolver": { node: { extensions: [".ts", ".tsx", ".d.ts"] } },
      "boundaries/elements": [
        { type: "app", pattern: "src/app" },
        { type: "feature", pattern: "src/features/*", capture: ["name"] },
        { type: "drawing", pattern: "src/drawing" },
        { type: "charts", pattern: "src/charts" },
        { type: "ui", pattern: "src/ui" },
        { type: "api", pattern: "src/api" },
      ],
    },
    rules: {
      ...hooks.configs.recommended.rules,
      // Features never import each other; drawing and ui know no feature.
      "boundaries/dependencies": [
        "error",
        {
          default: "disallow",
          policies: [
            { from: { element: { type: "app" } }, allow: to("app", "feature", "ui", "api") },
            {
              from: { element: { type: "feature" } },
              allow: [
                {
                  to: {
                    element: {
                      type: "feature",
                      captured: { name: "{{from.element.captured.name}}" },
                    },
                  },
                },
                ...to("drawing", "charts", "ui", "api"),
              ],
            },
            { from: { element: { type: "drawing" } }, allow: to("drawing", "ui", "api") },
            { from: { element: { type: "charts" } }, allow: to("charts", "ui", "api") },
            { from: { element: { type: "ui" } }, allow: to("ui", "api") },
            { from: { element: { type: "api" } }, allow: to("api") },
          ],
        },
      ],
    },
  },
);
