// Reads a file of credits with general-purpose parsers of RDFa and JSON-LD and prints its statements, one a line:
// subject, predicate, object.
import { readFileSync } from 'node:fs';
import { RdfaParser } from 'rdfa-streaming-parser';
import { JsonLdParser } from 'jsonld-streaming-parser';

const [form, file] = process.argv.slice(2);
// The context of schema.org, as far as credits use it, so that nothing is fetched.
const context = {
  '@context': {
    '@vocab': 'https://schema.org/',
    license: { '@type': '@id' },
    acquireLicensePage: { '@type': '@id' },
    url: { '@type': '@id' },
  },
};
const parser =
  form === 'html'
    ? new RdfaParser({ baseIRI: 'http://deck.example/', contentType: 'text/html' })
    : new JsonLdParser({ baseIRI: 'http://deck.example/', documentLoader: { load: async () => context } });
parser.on('data', (q) => console.log([q.subject.value, q.predicate.value, q.object.value].join('\t')));
parser.on('error', (e) => {
  console.error(e);
  process.exit(1);
});
parser.write(readFileSync(file));
parser.end();
