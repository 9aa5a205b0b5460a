package money_test

import (
	"fmt"

	"rubrel/core/money"
)

func ExampleReadWritten() {
	for _, text := range []string{"1.299,00 €", "€1,299.00", "CHF 49.–"} {
		written, err := money.ReadWritten(text, money.Separators{})
		fmt.Println(written.Amount, written.Currency, err)
	}
	// Output:
	// 1299.00 EUR <nil>
	// 1299.00 EUR <nil>
	// 49 CHF <nil>
}
