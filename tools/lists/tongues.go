package main

// tongue is how clients who write a language head and fill their lists: common practice of each.
type tongue struct {
	tag                                    string
	decimal, group, code, sign, yes, no    string
	plan, month, year, feature, note       string
	name, position, about, email           string
	rating, review, date, days             string
	figure, value, sum, skill, title, link string
	text                                   string
}

var tongues = []tongue{
	{"de", ",", ".", "eur", "€", "ja", "nein", "Tarif", "Preis pro Monat", "Preis pro Jahr", "Abholung", "Hinweis",
		"Name", "Funktion", "Beschreibung", "E-Mail", "Sterne", "Kommentar", "Datum", ".",
		"Kennzahl", "Anzahl", "Summe", "Fähigkeit", "Überschrift", "Link", "Mit Bedacht gebaut, mit Freude gezeigt."},
	{"fr", ",", " ", "eur", "€", "oui", "non", "Formule", "Prix par mois", "Prix par an", "Livraison", "Remarque",
		"Nom", "Fonction", "Description", "Courriel", "Note", "Avis", "Date", "",
		"Indicateur", "Nombre", "Total", "Compétence", "Titre", "Lien", "Une soirée calme, loin des lumières."},
	{"es", ",", ".", "eur", "€", "sí", "no", "Plan", "Precio al mes", "Precio al año", "Entrega", "Nota",
		"Nombre", "Cargo", "Descripción", "Correo electrónico", "Estrellas", "Opinión", "Fecha", "",
		"Indicador", "Cantidad", "Suma", "Habilidad", "Título", "Enlace", "Una noche clara y sin prisa."},
	{"it", ",", ".", "eur", "€", "sì", "no", "Piano", "Prezzo al mese", "Prezzo all'anno", "Consegna", "Nota",
		"Nome", "Ruolo", "Descrizione", "E-mail", "Stelle", "Recensione", "Data", "",
		"Indicatore", "Numero", "Totale", "Competenza", "Titolo", "Collegamento", "Una sera quieta, con gli amici."},
	{"nl", ",", ".", "eur", "€", "ja", "nee", "Pakket", "Prijs per maand", "Prijs per jaar", "Bezorging", "Toelichting",
		"Naam", "Functie", "Omschrijving", "E-mail", "Sterren", "Recensie", "Datum", "",
		"Kengetal", "Aantal", "Totaal", "Vaardigheid", "Titel", "Link", "Een rustige avond voor iedereen."},
	{"pl", ",", " ", "pln", "zł", "tak", "nie", "Pakiet", "Cena za miesiąc", "Cena za rok", "Dostawa", "Uwagi",
		"Imię i nazwisko", "Stanowisko", "Opis", "E-mail", "Ocena", "Opinia", "Data", ".",
		"Wskaźnik", "Liczba", "Razem", "Umiejętność", "Tytuł", "Odnośnik", "Cichy wieczór pod niebem."},
	{"sv", ",", " ", "sek", "kr", "ja", "nej", "Paket", "Pris per månad", "Pris per år", "Leverans", "Anmärkning",
		"Namn", "Befattning", "Beskrivning", "E-post", "Betyg", "Omdöme", "Datum", "",
		"Nyckeltal", "Antal", "Summa", "Färdighet", "Rubrik", "Länk", "En stilla kväll under himlen."},
	{"da", ",", ".", "dkk", "kr.", "ja", "nej", "Pakke", "Pris pr. måned", "Pris pr. år", "Levering", "Bemærkning",
		"Navn", "Stilling", "Beskrivelse", "E-mail", "Stjerner", "Kommentar", "Dato", ".",
		"Nøgletal", "Antal", "I alt", "Færdighed", "Overskrift", "Link", "En stille aften under himlen."},
	{"nb", ",", " ", "nok", "kr", "ja", "nei", "Pakke", "Pris per måned", "Pris per år", "Levering", "Merknad",
		"Navn", "Stilling", "Beskrivelse", "E-post", "Terningkast", "Kommentar", "Dato", ".",
		"Nøkkeltall", "Antall", "Totalt", "Ferdighet", "Tittel", "Lenke", "En stille kveld under himmelen."},
	{"pt", ",", ".", "eur", "€", "sim", "não", "Plano", "Preço por mês", "Preço por ano", "Entrega", "Observação",
		"Nome", "Cargo", "Descrição", "E-mail", "Estrelas", "Comentário", "Data", "",
		"Indicador", "Quantidade", "Total", "Competência", "Título", "Ligação", "Uma noite calma e clara."},
	{"cs", ",", " ", "czk", "Kč", "ano", "ne", "Tarif", "Cena za měsíc", "Cena za rok", "Doprava", "Poznámka",
		"Jméno", "Pozice", "Popis", "E-mail", "Hodnocení", "Recenze", "Datum", ".",
		"Ukazatel", "Počet", "Celkem", "Dovednost", "Nadpis", "Odkaz", "Tichý večer pod oblohou."},
	{"fi", ",", " ", "eur", "€", "kyllä", "ei", "Paketti", "Kuukausihinta", "Vuosihinta", "Toimitus", "Huomautus",
		"Nimi", "Tehtävä", "Kuvaus", "Sähköposti", "Tähdet", "Arvostelu", "Päivämäärä", "",
		"Tunnusluku", "Määrä", "Yhteensä", "Taito", "Otsikko", "Linkki", "Hiljainen ilta taivaan alla."},
	{"hu", ",", " ", "huf", "Ft", "igen", "nem", "Csomag", "Havi díj", "Éves díj", "Szállítás", "Megjegyzés",
		"Név", "Beosztás", "Leírás", "E-mail", "Csillag", "Vélemény", "Dátum", "",
		"Mutató", "Mennyiség", "Összesen", "Készség", "Cím", "Hivatkozás", "Csendes este az ég alatt."},
	{"en", ".", ",", "gbp", "GBP", "yes", "no", "Plan", "Price a month", "Price a year", "Delivery", "Note",
		"Name", "Job title", "Description", "E-mail", "Stars", "Comment", "Date", "",
		"Figure", "Number", "Total", "Skill", "Heading", "Link", "A quiet evening, far from the lamps."},
	{"tr", ",", ".", "try", "₺", "evet", "hayır", "Paket", "Aylık fiyat", "Yıllık fiyat", "Teslimat", "Not",
		"Ad", "Görev", "Açıklama", "E-posta", "Yıldız", "Yorum", "Tarih", ".",
		"Gösterge", "Miktar", "Toplam", "Beceri", "Başlık", "Bağlantı", "Gökyüzü altında sessiz bir akşam."},
}
