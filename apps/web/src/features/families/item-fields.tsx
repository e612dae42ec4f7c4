import { Button, Form, Input, InputNumber } from 'antd';
import { type SheetItemDto, TEXT_LIMITS } from '../../shared/api/index.ts';
import { ShopField } from '../../shared/ui/index.ts';
import './item-fields.css';

interface ItemFieldsProps {
  readonly name: 'tools' | 'parts';
  /** `Tools`, `Parts and fasteners`. */
  readonly title: string;
  /** The singular for the button. */
  readonly one: string;
  readonly example: Pick<SheetItemDto, 'name' | 'size' | 'place'>;
}

/** Tools, parts or fasteners, one per row: name, count, size, number, and place. */
export function ItemFields({ name: list, title, one, example }: ItemFieldsProps) {
  const texts = [
    ['name', 'name', example.name],
    ['size', 'size', example.size],
    ['number', 'part number', 'part number'],
    ['place', 'where it goes', example.place],
  ] as const;
  return (
    <fieldset className="item-fields">
      <legend>{title}</legend>
      <Form.List name={list}>
        {(rows, { add, remove }) => (
          <>
            {rows.map(({ key, name: row }, index) => (
              <div key={key} className="item-row">
                <ShopField name={[row, 'count']} normalize={(typed: number | null) => typed ?? 1}>
                  <InputNumber aria-label={`${title} ${index + 1}: how many`} min={1} max={100} precision={0} />
                </ShopField>
                {texts.map(([name, label, placeholder]) => (
                  <ShopField key={name} name={[row, name]}>
                    <Input
                      aria-label={`${title} ${index + 1}: ${label}`}
                      className={name === 'number' ? 'mono' : ''}
                      placeholder={placeholder}
                      maxLength={TEXT_LIMITS.SheetItemDto[name]}
                    />
                  </ShopField>
                ))}
                <Button aria-label={`Leave ${title.toLowerCase()} ${index + 1} out`} onClick={() => remove(row)}>
                  Leave out
                </Button>
              </div>
            ))}
            <Button onClick={() => add({ name: '', size: '', count: 1, number: '', place: '' })}>Add {one}</Button>
          </>
        )}
      </Form.List>
    </fieldset>
  );
}
