import js from "@eslint/js";
import jsxA11y from "eslint-plugin-jsx-a11y";
import hooks from "eslint-plugin-react-hooks";
import globals from "globals";
import tseslint from "typescript-eslint";

export default tseslint.config(
  { ignores: ["dist", "src/api/schema.d.ts", "node_modules"] },
  js.configs.recommended,
  ...tseslint.configs.strict,
  jsxA11y.flatConfigs.recommended,
  {
    files: ["src/**/*.{ts,tsx}"],
    languageOptions: { globals: globals.browser },
    plugins: { "react-hooks": hooks },
    rules: {
      "react-hooks/rules-of-hooks": "error",
      "react-hooks/exhaustive-deps": "error",
      "@typescript-eslint/no-non-null-assertion": "error",
    },
  },
  {
    // Laid out otherwise, a table is one to a browser only where it is said
    files: ["src/kit/{Heads,Stacks}.tsx"],
    rules: {
      "jsx-a11y/no-redundant-roles": "off",
      "jsx-a11y/no-interactive-element-to-noninteractive-role": "off",
    },
  },
);
