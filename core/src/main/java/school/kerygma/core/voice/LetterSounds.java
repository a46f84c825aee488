package school.kerygma.core.voice;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/**
 * A likely pronunciation of an English word by its letters, for names and words that no dictionary
 * has. The rules are those of Elovitz, Johnson, McHugh and Shore, "Automatic translation of English
 * text to phonetics by means of letter-to-sound rules" (Naval Research Laboratory report 7948,
 * 1976), shortened, from memory. Phones are those of the CMU Pronouncing Dictionary, without
 * stress.
 */
public final class LetterSounds {

  /**
   * Rules as "left[letters]right=phones". In contexts a blank is the edge of the word, # vowels, :
   * any consonants, ^ one consonant, . a voiced one, + one of e, i, y, and % an ending.
   */
  private static final String RULES =
      """
       [a] =AH;[are]=AA R; [ar]o=AH R;[ar]#=EH R;^[as]#=EY S;[a]wa=AH;[aw]=AO; :[any]=EH N IY;[a]^+#=EY;#:[ally]=AH L IY; [al]#=AH L;[again]=AH G EH N;#:[ag]e=IH JH;[a]^+:#=AE; :[a]^+ =EY;[a]^%=EY; [arr]=AH R;[arr]=AE R; :[ar] =AA R;[ar] =ER;[ar]=AA R;[air]=EH R;[ai]=EY;[ay]=EY;[au]=AO;#:[al] =AH L;#:[als] =AH L Z;[alk]=AO K;[al]^=AO L; :[able]=EY B AH L;[able]=AH B AH L;[ang]+=EY N JH;[a]=AE
       [be]^#=B IH;[being]=B IY IH NG; [both] =B OW TH; [bus]#=B IH Z;[buil]=B IH L;[bb]=B;[b]=B
       [ch]^=K;^e[ch]=K;[ch]=CH; s[ci]#=S AY;[ci]a=SH;[ci]o=SH;[ci]en=SH;[cc]+=K S;[c]+=S;[ck]=K;[com]%=K AH M;[cc]=K;[c]=K
       #:[ded] =D IH D;.e[d] =D;#:^e[d] =T; [de]^#=D IH;[dge]=JH;[dd]=D;[dj]=JH;[d]=D
       #:[e] =;:^[e] =; :[e] =IY;#[ed] =D;#:[e]d =;[ev]er=EH V;[e]^%=IY;[eri]#=IY R IY;[eri]=EH R IH;#:[er]#=ER;[er]#=EH R;[er]=ER; [even]=IY V EH N;#:[e]w=;t[ew]=UW;s[ew]=UW;r[ew]=UW;d[ew]=UW;l[ew]=UW;z[ew]=UW;n[ew]=UW;j[ew]=UW;[ew]=Y UW;[e]o=IY;#:s[es] =IH Z;#:c[es] =IH Z;#:g[es] =IH Z;#:z[es] =IH Z;#:x[es] =IH Z;#:j[es] =IH Z;#:ch[es] =IH Z;#:sh[es] =IH Z;#:[e]s =;#:[ely] =L IY;#:[ement]=M EH N T;[eful]=F UH L;[ee]=IY;[earn]=ER N; [ear]^=ER;[ead]=EH D;#:[ea] =IY AH;[ea]su=EH;[ea]=IY;[eigh]=EY;[ei]=IY; [eye]=AY;[ey]=IY;[eu]=Y UW;[e]=EH
       [ful]=F UH L;[ff]=F;[f]=F
       [giv]=G IH V; [g]i^=G;[ge]t=G EH;su[gges]=G JH EH S;[gg]=G; b#[g]=G;[g]+=JH;[great]=G R EY T;#[gh]=;[gn]e=N; [gn]=N;[gh]=G;[g]=G
       [hav]=HH AE V; [here]=HH IY R; [hour]=AW ER;[how]=HH AW;[h]#=HH;[h]=
       [ia]n=IY AH; [in]=IH N; [i] =AY;[in]d=AY N;[ier]=IY ER;#:r[ied] =IY D;[ied] =AY D;[ien]=IY EH N;[ie]t=AY EH; :[i]%=AY;[i]%=IY;[ie]=IY;[i]^+:#=IH;[ir]#=AY R;[iz]%=AY Z;[is]%=AY Z;[i]d%=AY;+^[i]^+=IH;[i]t%=AY;#:^[i]^+=IH;[i]^+=AY;[ir]=ER;[igh]=AY;[ild]=AY L D;[ign] =AY N;[ign]^=AY N;[ign]%=AY N;[ique]=IY K;[i]=IH
       [jj]=JH;[j]=JH
       [k]n=;[kk]=K;[k]=K
       [lo]c#=L OW;l[l]=;#:^[l]%=AH L;[lead]=L IY D;[l]=L
       [mov]=M UW V;m[m]=;[m]=M
       e[ng]+=N JH;[ng]r=NG G;[ng]#=NG G;[ngl]%=NG G AH L;[ng]=NG;[nk]=NG K; [now] =N AW;n[n]=;[n]=N
       [of] =AH V;[orough]=ER OW;#:[or] =ER;#:[ors] =ER Z;[or]=AO R; [one]=W AH N;[ow]=OW; [over]=OW V ER;[ov]=AH V;[o]^%=OW;[o]^en=OW;[o]^i#=OW;[ol]d=OW L;[ought]=AO T;[ough]=AH F; [ou]=AW;h[ou]s#=AW;[ous]=AH S;[our]=AO R;[ould]=UH D;^[ou]^l=AH;[oup]=UW P;[ou]=AW;[oy]=OY;[oing]=OW IH NG;[oi]=OY;[oor]=AO R;[ook]=UH K;[ood]=UH D;[oo]=UW;[o]e=OW;[o] =OW;[oa]=OW; [only]=OW N L IY; [once]=W AH N S;[on't]=OW N T;c[o]n=AA;[o]ng=AO; :^[o]n=AH;i[on]=AH N;#:[on] =AH N;#^[on]=AH N;[o]st =OW;[of]^=AO F;[other]=AH DH ER;[oss] =AO S;#:^[om]=AH M;[o]=AA
       [ph]=F;[peop]=P IY P;[pow]=P AW;[put] =P UH T;p[p]=;[p]=P
       [quar]=K W AO R;[qu]=K W;[q]=K
       [re]^#=R IY;r[r]=;[r]=R
       [sh]=SH;#[sion]=ZH AH N;[some]=S AH M;#[sur]#=ZH ER;[sur]#=SH ER;#[su]#=ZH UW;#[ssu]#=SH UW;#[sed] =Z D;#[s]#=Z;[said]=S EH D;^[sion]=SH AH N;[s]s=;.[s] =Z;#:.e[s] =Z;#:^##[s] =Z;#:^#[s] =S;u[s] =S; :#[s] =Z; [sch]=S K;[s]c+=;#[sm]=Z M;#[sn]'=Z AH N;[s]=S
       [the] =DH AH;[to] =T UW;[that] =DH AE T; [this] =DH IH S; [they]=DH EY; [there]=DH EH R;[ther]=DH ER;[their]=DH EH R; [than] =DH AE N; [them] =DH EH M;[these] =DH IY Z; [then]=DH EH N;[through]=TH R UW;[those]=DH OW Z;[though] =DH OW; [thus]=DH AH S;[th]=TH;#:[ted] =T IH D;s[ti]#n=CH;[ti]o=SH;[ti]a=SH;[tien]=SH AH N;[tur]#=CH ER;[tu]a=CH UW; [two]=T UW;t[t]=;[tch]=CH;[t]=T
       [un]i=Y UW N; [un]=AH N; [upon]=AH P AO N;t[ur]#=UH R;s[ur]#=UH R;r[ur]#=UH R;d[ur]#=UH R;l[ur]#=UH R;z[ur]#=UH R;n[ur]#=UH R;j[ur]#=UH R;[ur]#=Y UH R;[ur]=ER;[u]^ =AH;[u]^^=AH;[uy]=AY; g[u]#=;g[u]%=;g[u]#=W;#n[u]=Y UW;t[u]=UW;s[u]=UW;r[u]=UW;d[u]=UW;l[u]=UW;z[u]=UW;n[u]=UW;j[u]=UW;[u]=Y UW
       [view]=V Y UW;[v]=V
       [were]=W ER;[wa]s=W AA;[wa]t=W AA;[where]=W EH R;[what]=W AA T;[whol]=HH OW L;[who]=HH UW;[wh]=W;[war]=W AO R;[wor]^=W ER;[wr]=R;[w]=W
       [x]=K S
       [young]=Y AH NG; [you]=Y UW; [yes]=Y EH S; [y]=Y;#:^[y] =IY;#:^[y]i=IY; :[y] =AY; :[y]#=AY; :[y]^+:#=IH; :[y]^#=AY;[y]=IH
       [zz]=Z;[z]=Z
      """;

  private static final String VOWELS = "aeiouy";
  private static final String VOICED = "bdvgjlmnrwz";
  private static final List<String> ENDINGS = List.of("ely", "ing", "er", "es", "ed", "e");

  private record Rule(String left, String letters, String right, List<String> phones) {}

  private static final Map<Character, List<Rule>> BY_LETTER = byLetter();

  private LetterSounds() {}

  private static Map<Character, List<Rule>> byLetter() {
    Map<Character, List<Rule>> rules = new HashMap<>();
    for (String line : RULES.lines().toList()) {
      for (String rule : line.split(";")) {
        add(rule, rules);
      }
    }
    return rules;
  }

  private static void add(String text, Map<Character, List<Rule>> rules) {
    int open = text.indexOf('[');
    int close = text.indexOf(']');
    int equals = text.lastIndexOf('=');
    if (open < 0) {
      return;
    }
    String phones = text.substring(equals + 1).strip();
    Rule rule =
        new Rule(
            text.substring(0, open),
            text.substring(open + 1, close),
            text.substring(close + 1, equals),
            phones.isEmpty() ? List.of() : List.of(phones.split(" ")));
    rules.computeIfAbsent(rule.letters().charAt(0), k -> new ArrayList<>()).add(rule);
  }

  /**
   * The phones of a word.
   *
   * @param word letters and apostrophes; anything else is passed over
   * @return at least one phone; nothing for a word without a letter that is sounded
   */
  public static Optional<List<String>> of(String word) {
    String text =
        " "
            + java.text.Normalizer.normalize(word, java.text.Normalizer.Form.NFD)
                .toLowerCase(Locale.ROOT)
                .replaceAll("[^a-z']", "")
            + " ";
    List<String> phones = new ArrayList<>();
    int at = 1;
    while (at < text.length() - 1) {
      Rule rule = first(text, at);
      if (rule == null) {
        at++;
      } else {
        phones.addAll(rule.phones());
        at += rule.letters().length();
      }
    }
    return phones.isEmpty() ? Optional.empty() : Optional.of(List.copyOf(phones));
  }

  private static @org.jspecify.annotations.Nullable Rule first(String text, int at) {
    for (Rule rule : BY_LETTER.getOrDefault(text.charAt(at), List.of())) {
      if (text.startsWith(rule.letters(), at)
          && left(rule.left(), text, at - 1)
          && right(rule.right(), text, at + rule.letters().length())) {
        return rule;
      }
    }
    return null;
  }

  private static boolean left(String pattern, String text, int at) {
    int i = at;
    for (int p = pattern.length() - 1; p >= 0; p--) {
      switch (pattern.charAt(p)) {
        case '#' -> {
          if (i < 0 || !isVowel(text.charAt(i))) {
            return false;
          }
          while (i >= 0 && isVowel(text.charAt(i))) {
            i--;
          }
        }
        case ':' -> {
          while (i >= 0 && isConsonant(text.charAt(i))) {
            i--;
          }
        }
        default -> {
          if (i < 0 || !fits(pattern.charAt(p), text.charAt(i))) {
            return false;
          }
          i--;
        }
      }
    }
    return true;
  }

  private static boolean right(String pattern, String text, int at) {
    int i = at;
    for (int p = 0; p < pattern.length(); p++) {
      switch (pattern.charAt(p)) {
        case '#' -> {
          if (i >= text.length() || !isVowel(text.charAt(i))) {
            return false;
          }
          while (i < text.length() && isVowel(text.charAt(i))) {
            i++;
          }
        }
        case ':' -> {
          while (i < text.length() && isConsonant(text.charAt(i))) {
            i++;
          }
        }
        case '%' -> {
          int from = i;
          Optional<String> ending =
              ENDINGS.stream().filter(e -> text.startsWith(e, from)).findFirst();
          if (ending.isEmpty()) {
            return false;
          }
          i += ending.get().length();
        }
        default -> {
          if (i >= text.length() || !fits(pattern.charAt(p), text.charAt(i))) {
            return false;
          }
          i++;
        }
      }
    }
    return true;
  }

  private static boolean fits(char pattern, char letter) {
    return switch (pattern) {
      case '^' -> isConsonant(letter);
      case '.' -> VOICED.indexOf(letter) >= 0;
      case '+' -> "eiy".indexOf(letter) >= 0;
      default -> pattern == letter;
    };
  }

  private static boolean isVowel(char c) {
    return VOWELS.indexOf(c) >= 0;
  }

  private static boolean isConsonant(char c) {
    return c >= 'a' && c <= 'z' && !isVowel(c);
  }
}
