const FIRST =
  'Abena Aiko Aino Alasdair Amara Anouk Anselm Arvid Asha Bahar Bastien Berit Bojan Branka Callum Carys Cedany Chidi Dagny Danilo Delphine Dimo Ebele Edda Eilidh Elif Emeka Enzo Esi Farida Fenna Filip Fiona Gaspar Gerda Goran Gwen Hadiya Halvar Hana Hideo Ida Ilse Imre Ines Ioana Isla Ivo Jadwiga Janko Jorun Kaito Kalina Karim Katla Kenji Kofi Laleh Leif Liesel Linnea Lior Lorcan Ludmila Magda Malik Mareike Matteo Mei Milos Mirela Mungo Nadia Naveen Niamh Nils Noor Oisin Olu Ottilie Paavo Pilar Piotr Priya Quirin Rahel Renske Rhona Roza Runa Sanna Sefa Sindre Soraya Suvi Tamsin Tarek Teodor Thandi Tove Ulla Veda Vikram Wanda Wiebke Xanthe Yara Yusuf Zofia Zora'.split(
    ' ',
  );
const LAST =
  'Abernathy Achterberg Adeyemi Aldana Amsel Arkwright Asante Bakke Balogh Baptiste Beaumont Birk Bjelland Boateng Brannoch Buchan Calder Castellan Chaudhry Coelho Corrigan Dahl Demir Diallo Dobrev Drummond Duarte Eklund Elster Eriksen Faber Falk Ferreira Fisk Galbraith Garrow Gruber Haldane Hamid Hartog Heikkila Holm Horvat Ibsen Inagaki Jansma Jelinek Kaplan Kariuki Keller Kestrel Kiplagat Kovar Kurz Lachlan Laskaris Lindqvist Lomax Machado Maclay Mahlangu Marchetti Mbeki Moraes Nakano Nduka Nemeth Nygaard Obuya Okafor Okonjo Oyelaran Paget Pasternak Pereira Petrov Quist Rademaker Rasmussen Ravn Ribeiro Rowan Sabo Sandoval Sato Selwyn Sharma Skov Solberg Sorley Stavros Strand Tamm Tennant Thorsen Ueda Ullmann Vance Varga Verhoef Vesely Wachira Walcott Weir Winther Wren Yilmaz Zabel Zeman'.split(
    ' ',
  );

/** The invented name of person `index`; no name comes twice before some ten thousand people. */
export function nameOf(index: number): string {
  const round = Math.floor(index / LAST.length);
  const last = LAST[(index * 37) % LAST.length]!;
  const first = FIRST[(index * 53 + round * 29) % FIRST.length]!;
  return `${first} ${last}`;
}
