import js from '@eslint/js';
import hooks from 'eslint-plugin-react-hooks';
import globals from 'globals';
import ts from 'typescript-eslint';

export default ts.config(
  { ignores: ['dist', 'src/generated', '.dependency-cruiser.cjs'] },
  js.configs.recommended,
  ...ts.configs.recommended,
  {
    files: ['**/*.{ts,tsx}'],
    languageOptions: { globals: globals.browser },
    plugins: { 'react-hooks': hooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
  {
    files: ['src/**/*.tsx'],
    ignores: ['**/*.test.tsx'],
    rules: {
      'no-restricted-syntax': [
        'error',
        { selector: 'JSXText[value=/[A-Za-z]{2}/]', message: 'What is read stands in src/texts.ts.' },
        {
          selector:
            'JSXAttribute[name.name=/^(aria-label|aria-roledescription|title|placeholder|label|description)$/] > Literal[value=/^(?!https).*[A-Za-z]{2}/]',
          message: 'What is read stands in src/texts.ts.',
        },
      ],
    },
  },
);
