import { mostStyles, withNewStyle } from '@plumgate/core/brand';
import { useState } from 'react';
import { Button } from '../../../ui/button.tsx';
import { SelectField, TextField } from '../../../ui/field.tsx';
import { newId } from '../../pages/make-ids.ts';
import { useEditor, useEditorStore } from '../store.ts';

/** Which style of the brand this funnel has: the brand's own, or another one of the same client such as for a spring offer. */
export function StyleChoice() {
  const store = useEditorStore();
  const { styles } = useEditor((state) => state.clientBrand);
  const style = useEditor((state) => state.style);
  const [name, setName] = useState('');
  const apply = (id: string) => void store.getState().applyStyle(id);
  const make = () => {
    const { clientBrand, brand, applyStyle } = store.getState();
    const id = newId();
    setName('');
    void applyStyle(id, withNewStyle(clientBrand, id, name.trim(), brand));
  };
  const rename = (id: string, typed: string) => {
    const { clientBrand, applyStyle } = store.getState();
    if (typed.trim() === '') return;
    const renamed = clientBrand.styles.map((one) =>
      one.id === id ? { ...one, name: typed } : one,
    );
    void applyStyle(id, { ...clientBrand, styles: renamed });
  };
  const remove = () => {
    const { clientBrand, applyStyle } = store.getState();
    void applyStyle('', { ...clientBrand, styles: styles.filter(({ id }) => id !== style) });
  };
  const chosen = styles.find(({ id }) => id === style);
  return (
    <section aria-label="Style" className="grid gap-2">
      <SelectField
        label="Style of this funnel"
        options={{
          '': 'The client’s brand',
          ...Object.fromEntries(styles.map((one) => [one.id, one.name])),
        }}
        value={chosen ? style : ''}
        onChange={(event) => apply(event.target.value)}
      />
      {chosen ? (
        <div className="flex items-end gap-2">
          <div className="flex-1">
            <TextField
              key={chosen.id}
              label="Name of the style"
              maxLength={60}
              defaultValue={chosen.name}
              onBlur={(event) => rename(chosen.id, event.target.value)}
            />
          </div>
          <Button title="Funnels in this style go back to the client’s brand" onClick={remove}>
            Delete
          </Button>
        </div>
      ) : (
        <div className="flex items-end gap-2">
          <div className="flex-1">
            <TextField
              label="A new style"
              placeholder="Such as Spring offer"
              maxLength={60}
              value={name}
              onChange={(event) => setName(event.target.value)}
            />
          </div>
          <Button disabled={name.trim() === '' || styles.length >= mostStyles} onClick={make}>
            Add
          </Button>
        </div>
      )}
    </section>
  );
}
